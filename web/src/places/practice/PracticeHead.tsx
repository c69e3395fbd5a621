import type { ReactNode } from "react";
import { Link } from "react-router";
import { PlaceTitle } from "../../parts/PlaceTitle";

interface PracticeHeadProps {
  title: string;
  /** Whose try it is; null where it is nobody's alone. */
  who: string | null;
  beside?: ReactNode;
  children?: ReactNode;
}

/** The head of an exercise: the way back, what it is, whose try it is. */
export function PracticeHead({ title, who, beside, children }: PracticeHeadProps) {
  const back = who ? `/practice?${new URLSearchParams({ who })}` : "/practice";
  return (
    <>
      <p className="text-sm">
        <Link className="link" to={back}>
          Practice
        </Link>
        {beside}
      </p>
      <div className="mt-1 flex flex-wrap items-baseline justify-between gap-x-6">
        <PlaceTitle title={title} />
        {who !== null && <p className="text-mute">{who || "nobody’s try: it is not kept"}</p>}
      </div>
      {children && <p className="max-w-3xl text-mute">{children}</p>}
    </>
  );
}
