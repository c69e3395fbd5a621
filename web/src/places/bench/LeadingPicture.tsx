// What a station is about, drawn first: the band to heat at preheat, the flame to set at torch.
import type { Plan } from "../../api/client";
import { FlameRow } from "../../drawings/FlameRow";
import { HeatedZone } from "../../drawings/HeatedZone";
import { useWidth } from "../../parts/useWidth";

export function LeadingPicture({ plan, station }: { plan: Plan; station: string }) {
  const [ref, width] = useWidth<HTMLElement>();
  const zone = plan.facts?.heat_zone;
  const looks = plan.cards.find((card) => card.step.picture === "oxygen")?.looks ?? [];
  if (station === "preheat" && zone)
    return (
      <section ref={ref} aria-label="Where to heat" className="panel p-3">
        {width > 0 && <HeatedZone zone={zone} width={width - 26} />}
      </section>
    );
  if (station === "torch" && looks.length > 0)
    return (
      <section ref={ref} aria-label="The flame to set" className="panel p-3">
        <FlameRow looks={looks} mirrored={false} small />
      </section>
    );
  return null;
}
