import type { PuddleHello } from "../../api/client";
import { useUnits } from "../../shell/settings";
import type { SeamColumn } from "./puddleWire";

const HEIGHT = 120;
const FOOT = 96;
const WIDE_TIMES = 2;
const WIDTH = 600;

/** What is marked below the columns. */
const LINES = [
  { y: 6, tone: "fill-good", shows: (column: SeamColumn) => column.rooted },
  {
    y: 14,
    tone: "fill-copper",
    shows: (column: SeamColumn) => column.burnt || column.lapped || column.skinned,
  },
];

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
          y={FOOT - high((1 + hello.width_within) * hello.pool_mm)}
          height={
            high((1 + hello.width_within) * hello.pool_mm) -
            high((1 - hello.width_within) * hello.pool_mm)
          }
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
        {LINES.map(({ y, tone, shows }) =>
          seam.map(
            (column, at) =>
              shows(column) && (
                <rect
                  key={`${y} ${at}`}
                  x={at * cell}
                  width={cell + 0.5}
                  y={FOOT + y}
                  height={6}
                  className={tone}
                />
              ),
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
