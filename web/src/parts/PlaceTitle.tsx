import { useEffect } from "react";

/** Name the window after where it stands, so that tabs and the way back can be told apart. */
export function useWindowTitle(title: string) {
  useEffect(() => {
    document.title = title ? `${title} · Pellak` : "Pellak";
    return () => {
      document.title = "Pellak";
    };
  }, [title]);
}

/** The name of a place: on the page and on its window. */
export function PlaceTitle({ title, className = "" }: { title: string; className?: string }) {
  useWindowTitle(title);
  return <h1 className={`font-narrow text-2xl font-semibold ${className}`}>{title}</h1>;
}
