/** One thing a painter did: what it called, with what, in which colour and how wide. */
export interface Stroke {
  call: string;
  args: unknown[];
  fill: unknown;
  stroke: unknown;
  wide: number;
}

/** A canvas that paints nothing and keeps what it was asked to. */
export function recorder() {
  const strokes: Stroke[] = [];
  const state: Record<string, unknown> = { fillStyle: "", strokeStyle: "", lineWidth: 1 };
  const gradient = (name: string, args: unknown[]) => ({ name, args, addColorStop: () => {} });
  const context = new Proxy(state, {
    get: (_, name: string) =>
      name in state
        ? state[name]
        : (...args: unknown[]) => {
            strokes.push({
              call: name, args, fill: state["fillStyle"], stroke: state["strokeStyle"],
              wide: state["lineWidth"] as number,
            }); // prettier-ignore
            return name.startsWith("create") ? gradient(name, args) : undefined;
          },
    set: (_, name: string, value) => {
      state[name] = value;
      return true;
    },
  }) as unknown as CanvasRenderingContext2D;
  const called = (call: string, fill?: string) =>
    strokes.filter((one) => one.call === call && (fill === undefined || one.fill === fill));
  return { context, strokes, called };
}
