import { Stopwatch } from "../../tools/Stopwatch";
import type { ToolProps } from "../../tools/tool";
import { useUnits } from "../../shell/settings";

/** Layer by layer: the feather is looked at before each, the clock runs while it is laid. */
export function LayerTool(tool: ToolProps) {
  const { run, bench } = tool;
  const units = useUnits();
  const now = run.bench.work?.kind === "overlay" ? run.bench.work : null;
  const log = run.log.work?.kind === "overlay" ? run.log.work : null;
  if (!now) return null;
  const { values, done, count } = now;
  const looked = (log?.feathers ?? 0) > done;
  const layer = values.layers?.[done];
  return (
    <div className="space-y-4">
      <Stopwatch
        {...tool}
        clock="seam"
        field="laying_min"
        starts="Sweating: start laying"
        stops="Laid: stop"
      />
      {layer === undefined ? (
        <p
          role="status"
          className="rounded-lg border-4 border-good bg-panel p-5 text-center text-3xl font-semibold text-good"
        >
          {count === 1 ? "The layer is laid." : `All ${count} layers are laid.`}
        </p>
      ) : (
        <>
          <p className="text-2xl">
            Layer {layer.n} of {count}, <strong>{units.measure(layer.height_mm, "mm", 3)}</strong>{" "}
            high
          </p>
          <div className="grid gap-3 sm:grid-cols-2">
            <button
              aria-pressed={looked}
              onClick={() => void bench.tell("feather", { right: true })}
              className={`min-h-28 rounded-lg border-4 px-4 py-3 text-left text-2xl font-semibold ${
                looked ? "border-good bg-panel text-good" : "border-ink bg-panel"
              }`}
            >
              {looked ? "✓ " : ""}Feather looked at: {values.feather_ratio ?? 0}× the cone
            </button>
            <button
              disabled={!looked}
              onClick={() => void bench.tell("layers", { done: done + 1 })}
              className="min-h-28 rounded-lg border-4 border-ink bg-panel px-4 py-3 text-left text-2xl font-semibold disabled:border-line disabled:text-mute"
            >
              Layer {layer.n} is laid
            </button>
          </div>
        </>
      )}
      {done > 0 && (
        <button
          className="link min-h-[72px] text-xl"
          onClick={() => void bench.tell("layers", { done: done - 1 })}
        >
          Not laid yet: one back
        </button>
      )}
    </div>
  );
}
