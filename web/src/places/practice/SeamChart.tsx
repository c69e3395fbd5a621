import type { PuddleHello } from "../../api/client";
import { useUnits } from "../../shell/settings";
import type { SeamColumn } from "./puddleWire";

const HEIGHT = 120;
const FOOT = 96;
const WIDE_TIMES = 2;
const WIDTH = 600;

interface SeamChartProps {
  seam: readonly SeamColumn[];
  hello: PuddleHello;
}

/** Along the seam: how wide it melted beside the plan, where it has its root, what went wrong. */
export function SeamChart({ seam, hello }: SeamChartProps) {
  const units = useUnits();
  const most = WIDE_TIMES * hello.pool_mm;
  const cell = WIDTH / seam.length;
  const high = (mm: number) => (Math.min(mm, most) / most) * FOOT;
  const share = (one: keyof SeamColumn) =>
    Math.round((100 * seam.filter((column) => column[one]).length) / seam.length);
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full"
        role="img"
        aria-label={`Along the seam: ${share("joined")} % joined, ${share("rooted")} % with its root.`}
      >
        <rect
          x={0}
          width={WIDTH}
          y={FOOT - high(1.15 * hello.pool_mm)}
          height={high(1.15 * hello.pool_mm) - high(0.85 * hello.pool_mm)}
          className="fill-line"
        />
        {seam.map((column, at) => (
          <rect
            key={at}
            x={at * cell}
            width={cell - 0.5}
            y={FOOT - high(column.widthMm)}
            height={high(column.widthMm)}
            className={column.holed ? "fill-stop" : column.joined ? "fill-cone" : "fill-mute"}
            opacity={column.holed || column.joined ? 1 : 0.4}
          />
        ))}
        {seam.map(
          (column, at) =>
            column.rooted && (
              <rect
                key={at}
                x={at * cell}
                width={cell + 0.5}
                y={FOOT + 6}
                height={6}
                className="fill-good"
              />
            ),
        )}
        {seam.map(
          (column, at) =>
            (column.burnt || column.lapped || column.skinned) && (
              <rect
                key={at}
                x={at * cell}
                width={cell + 0.5}
                y={FOOT + 14}
                height={6}
                className="fill-copper"
              />
            ),
        )}
      </svg>
      <figcaption className="mt-1 flex flex-wrap gap-x-5 text-sm text-mute">
        <span>
          Columns: width melted, from the start on the left. Grey band:{" "}
          {units.measure(hello.pool_mm, "mm", 2)} planned.
        </span>
        <span>First line below: root. Second: burnt by air, lapped or skinned.</span>
      </figcaption>
    </figure>
  );
}
