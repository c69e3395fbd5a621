// Progress as a weld: settled stations are laid bead, the present one is the pool, the rest tacks.
import { useId } from "react";

import type { Station } from "../../api/client";
import { useWidth } from "../../parts/useWidth";

interface SeamLineProps {
  stations: readonly Station[];
  selected: string;
  onSelect: (id: string) => void;
}

const LINE_Y = 15;
const RIPPLE_PX = 9;

export function SeamLine({ stations, selected, onSelect }: SeamLineProps) {
  const id = useId();
  const [ref, width] = useWidth<HTMLDivElement>();
  const column = width / stations.length;
  const at = (index: number) => column * (index + 0.5);
  const laid = stations.findIndex((s) => s.state !== "settled");
  const beadTo = laid < 0 ? width : laid === 0 ? 0 : at(laid) - 12;
  const gaps = stations.flatMap((s, index) => (s.state === "blocked" ? [at(index)] : []));
  const ripples = Array.from(
    { length: Math.max(0, Math.floor(beadTo / RIPPLE_PX)) },
    (_, n) => n * RIPPLE_PX,
  );
  const narrow = column < 88;
  const present = stations.find((s) => s.id === selected);
  return (
    <nav ref={ref} aria-label="Stations of the job">
      <svg
        width={width}
        height={30}
        viewBox={`0 0 ${width} 30`}
        aria-hidden="true"
        className="block"
      >
        <line x1={0} x2={width} y1={LINE_Y} y2={LINE_Y} stroke="var(--mute)" />
        {ripples.map((x) => (
          <ellipse
            key={`${id}${x}`}
            cx={x + 7}
            cy={LINE_Y}
            rx={7}
            ry={8}
            fill="var(--steel)"
            stroke="var(--panel)"
          />
        ))}
        {gaps.map((x) => (
          <rect key={x} x={x - 14} y={0} width={28} height={30} fill="var(--paper)" />
        ))}
        {stations.map((station, index) =>
          index === laid ? (
            <g key={station.id}>
              <ellipse cx={at(index)} cy={LINE_Y} rx={15} ry={11} fill="#F6C667" opacity={0.45} />
              <ellipse cx={at(index)} cy={LINE_Y} rx={10} ry={8} fill="#FFB347" stroke="#E59A2B" />
            </g>
          ) : (
            laid >= 0 &&
            index > laid && (
              <circle
                key={station.id}
                cx={at(index)}
                cy={LINE_Y}
                r={5}
                fill="var(--paper)"
                stroke="var(--mute)"
                strokeWidth={1.5}
              />
            )
          ),
        )}
      </svg>
      <ol className="grid" style={{ gridTemplateColumns: `repeat(${stations.length}, 1fr)` }}>
        {stations.map((station, index) => {
          const here = station.id === selected;
          const answer = station.answer;
          return (
            <li key={station.id} className="text-center">
              <button
                onClick={() => onSelect(station.id)}
                aria-current={here ? "step" : undefined}
                aria-label={narrow ? `${index + 1} ${station.name}: ${answer}` : undefined}
                className={`w-full rounded px-1 py-0.5 ${narrow ? "min-h-11" : ""} ${here ? "text-cone" : ""}`}
              >
                {narrow ? (
                  <span className="font-semibold">{index + 1}</span>
                ) : (
                  <>
                    <span className="block font-narrow leading-tight font-semibold whitespace-nowrap">
                      {station.name}
                    </span>
                    <span
                      className={`block text-sm ${station.state === "blocked" ? "font-semibold text-stop" : "text-mute"}`}
                    >
                      {station.state === "blocked" ? "stop" : answer}
                    </span>
                  </>
                )}
              </button>
            </li>
          );
        })}
      </ol>
      {narrow && present && (
        <p className="text-center">
          <span className="font-semibold text-cone">{present.name}</span>{" "}
          <span className="text-mute">{present.answer}</span>
        </p>
      )}
    </nav>
  );
}
