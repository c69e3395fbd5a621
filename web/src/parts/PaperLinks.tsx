import { useUnits } from "../shell/settings";

/** Links to a printed page, on both papers, in the units shown. */
export function PaperLinks({ what, path }: { what: string; path: string }) {
  const units = useUnits();
  const href = (paper: string) =>
    `${path}${path.includes("?") ? "&" : "?"}paper=${paper}&units=${units.system}`;
  return (
    <span data-screen-only className="sm:whitespace-nowrap">
      {what}{" "}
      <a
        className="link"
        href={href("a4")}
        target="_blank"
        rel="noreferrer"
        aria-label={`${what}, A4`}
      >
        A4
      </a>{" "}
      ·{" "}
      <a
        className="link"
        href={href("letter")}
        target="_blank"
        rel="noreferrer"
        aria-label={`${what}, Letter`}
      >
        Letter
      </a>
    </span>
  );
}
