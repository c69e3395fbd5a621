// The flames passed on the way to the right one, side by side, from lengths the server gave.
import type { FlameLook } from "../api/client";
import { flamePath, tipPath } from "./torch";

const WIDE = 150;
const HIGH = 190;
const MOUTH_PX = 34;
const BORE_MM = 1.1;

interface FlameRowProps {
  looks: readonly FlameLook[];
  mirrored: boolean;
  /** At the desk, where the eye is near and the drawing of the piece has to show as well. */
  small?: boolean;
}

/** Each flame points down from its tip; mirrored for a left-handed welder, who sees it so. */
export function FlameRow({ looks, mirrored, small = false }: FlameRowProps) {
  const longest = Math.max(
    ...looks.map(
      (one) =>
        (one.gap_mm ?? 0) + Math.max(one.plume_mm ?? 0, one.feather_mm ?? 0, one.cone_mm ?? 0),
    ),
  );
  const scale = (HIGH - MOUTH_PX - 8) / (1.05 * longest);
  const shown = mirrored ? [...looks].reverse() : looks;
  return (
    <ul
      className={
        small
          ? "grid grid-cols-[repeat(auto-fit,minmax(8rem,1fr))] gap-2"
          : "grid grid-cols-2 gap-3 sm:grid-cols-[repeat(auto-fit,minmax(9rem,1fr))]"
      }
      aria-label="Flames on the way to the right one"
    >
      {shown.map((look) => (
        <li
          key={look.label}
          className={`rounded-lg border-2 text-center leading-tight ${small ? "p-1 text-sm" : "p-2 text-xl"} ${
            look.right ? "border-cone bg-cone-soft font-semibold" : "border-line bg-panel"
          }`}
        >
          <svg
            viewBox={`0 0 ${WIDE} ${HIGH}`}
            className={`mx-auto w-full ${small ? "h-24" : ""}`}
            aria-hidden="true"
          >
            <OneFlame look={look} scale={scale} />
          </svg>
          {look.right ? "✓ " : ""}
          {look.label}
        </li>
      ))}
    </ul>
  );
}

/** A flame of acetylene alone: narrow where it leaves the bore, widest two thirds down. */
function plumePath(longMm: number, mouth: number, at: (x: number, y: number) => string): string {
  const bore = BORE_MM / 2;
  const wide = 2.4 * BORE_MM;
  const down = (share: number) => mouth - share * longMm;
  const [near, far, end] = [down(0.3), down(0.85), down(1)];
  return `M${at(-bore, mouth)} C${at(-bore, near)} ${at(-wide, far)} ${at(0, end)} C${at(wide, far)} ${at(bore, near)} ${at(bore, mouth)} Z`;
}

function OneFlame({ look, scale }: { look: FlameLook; scale: number }) {
  // Millimetres above the tip's mouth, upright, to pixels down the picture.
  const widen = Math.max(1.4 * scale, 14);
  const at = (x: number, y: number) =>
    `${(WIDE / 2 + x * widen).toFixed(1)},${(MOUTH_PX - (y < 0 ? y * scale : y * 9)).toFixed(1)}`;
  const gap = -(look.gap_mm ?? 0);
  const plume = look.plume_mm ?? null;
  return (
    <>
      {look.soot &&
        [0.86, 0.97, 1.06, 1.16].map((share, index) => (
          <circle
            key={share}
            cx={WIDE / 2 + (index % 2 ? 9 : -8)}
            cy={MOUTH_PX + share * scale * (plume ?? 0)}
            r={2.5 + index}
            className="fill-mute"
            opacity={0.55}
          />
        ))}
      {plume !== null && <path d={plumePath(plume, gap, at)} className="fill-warn stroke-copper" />}
      {look.feather_mm != null && (
        <path d={flamePath(look.feather_mm, BORE_MM * 0.9, gap, at)} className="fill-feather" />
      )}
      {look.cone_mm != null && (
        <path d={flamePath(look.cone_mm, BORE_MM / 2, gap, at)} className="fill-cone" />
      )}
      <path
        d={tipPath({ orifice: BORE_MM, cone: 0, feather: null, standOff: 0 }, at)}
        className="fill-copper"
      />
    </>
  );
}
