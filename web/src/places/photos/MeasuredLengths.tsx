import type { LoggedMeasure, Photo } from "../../api/client";
import { useUnits } from "../../shell/settings";

interface MeasuredLengthsProps {
  photo: Photo;
  measures: readonly LoggedMeasure[];
  onWrite: (field: string, lengthMm: number) => void;
  onTakeOff: (at: number) => void;
}

/** What was measured on a photo, each with its range, to be written into the log or taken off. */
export function MeasuredLengths({ photo, measures, onWrite, onTakeOff }: MeasuredLengthsProps) {
  const units = useUnits();
  if (photo.measured.length === 0) return null;
  return (
    <ul className="divide-y divide-line">
      {photo.measured.map((one, at) => (
        <li key={at} className="flex flex-wrap items-center gap-3 py-2">
          <strong className="font-narrow text-xl font-semibold tabular-nums">
            {one.length_mm == null ? "no scale" : units.measure(one.length_mm, "mm", 3)}
          </strong>
          {one.low_mm != null && one.high_mm != null && (
            <span className="text-sm text-mute">
              {units.measure(one.low_mm, "mm", 3)} to {units.measure(one.high_mm, "mm", 3)}:{" "}
              {one.working[0]?.formula}, {one.working[0]?.inserted}
            </span>
          )}
          {one.length_mm != null && (
            <select
              aria-label="Write it in the log as"
              className="field w-56"
              value=""
              onChange={(event) => onWrite(event.target.value, one.length_mm ?? 0)}
            >
              <option value="">Write it in the log as…</option>
              {measures.map((field) => (
                <option key={field.id} value={field.id}>
                  {field.label}
                </option>
              ))}
            </select>
          )}
          <button type="button" className="link" onClick={() => onTakeOff(at)}>
            Take it off
          </button>
        </li>
      ))}
    </ul>
  );
}
