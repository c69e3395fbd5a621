/** A canvas to paint on, as many dots as the screen has for it; null where there is none. */
export function fitted(element: HTMLCanvasElement | null): CanvasRenderingContext2D | null {
  const context = element?.getContext("2d");
  if (!element || !context) return null;
  const dense = window.devicePixelRatio;
  const width = Math.round(element.clientWidth * dense);
  const height = Math.round(element.clientHeight * dense);
  if (element.width !== width || element.height !== height) {
    element.width = width;
    element.height = height;
  }
  return context;
}
