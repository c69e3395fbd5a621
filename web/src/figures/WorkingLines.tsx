import type { Working } from "../api/client";
import { useUnits } from "../shell/settings";
import { significant } from "../shell/units";

// Names carry their unit; beside the value and its unit it would be said twice.
const UNIT_SUFFIX = /_(mm_per_min|kj_per_mm|l_per_h|l_per_m|m_per_s|mm|min|bar|s|c|l)$/;

/** How figures came about: formula, this job's numbers, range, source and validity. */
export function WorkingLines({ lines }: { lines: readonly Working[] }) {
  const units = useUnits();
  return (
    <div className="space-y-5">
      {lines.map((line) => {
        const unit = line.unit ?? "";
        const value =
          typeof line.value === "number"
            ? units.measure(line.value, unit)
            : (line.value ?? "not reached");
        return (
          <section key={line.name}>
            <h3 className="font-narrow text-lg font-semibold">
              {line.name.replace(UNIT_SUFFIX, "").replace(/_/g, " ")}{" "}
              <span className="tabular-nums">{value}</span>
            </h3>
            <dl className="mt-1 grid grid-cols-[5.5rem_1fr] gap-x-3 gap-y-1 text-sm">
              <dt className="text-mute">Formula</dt>
              <dd className="font-mono text-[13px] break-words">{line.formula}</dd>
              <dt className="text-mute">With numbers</dt>
              <dd className="font-mono text-[13px] break-words">
                {line.inserted}
                {typeof line.value === "number" && (
                  <span className="text-mute">
                    {" → "}
                    {significant(line.value, 4)} {unit}
                  </span>
                )}
              </dd>
              {line.low != null && line.high != null && (
                <>
                  <dt className="text-mute">Range</dt>
                  <dd>
                    {units.range(line.low, line.high, unit)} {units.symbol(unit)}
                  </dd>
                </>
              )}
              <dt className="text-mute">Source</dt>
              <dd>{line.source}</dd>
              {line.note && (
                <>
                  <dt className="text-mute">{line.valid === false ? "Not valid" : "Note"}</dt>
                  <dd className={line.valid === false ? "font-medium text-stop" : ""}>
                    {line.note}
                  </dd>
                </>
              )}
            </dl>
          </section>
        );
      })}
      <p className="text-sm text-mute">Worked in mm, °C, bar, L/h and seconds.</p>
    </div>
  );
}
