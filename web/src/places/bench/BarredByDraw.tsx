// A piece the acetylene cannot feed: what would weld it, and what this cylinder carries instead.
import { Link } from "react-router";

import type { Changes, Plan } from "../../api/client";
import { useUnits } from "../../shell/settings";

export function BarredByDraw({
  plan,
  onChange,
}: {
  plan: Plan;
  onChange: (changes: Changes) => Promise<boolean>;
}) {
  const units = useUnits();
  const barred = plan.barred;
  if (!barred) return null;
  const gentle = barred.gentlest_l_per_h;
  const rows: [string, string][] = [];
  if (gentle != null) rows.push(["Least that still roots", units.measure(gentle, "L/h")]);
  rows.push(["This acetylene gives", units.measure(barred.limit_l_per_h, "L/h")]);
  if (barred.thickest_here_mm != null)
    rows.push(["Thickest with it", units.measure(barred.thickest_here_mm, "wall")]);
  if (barred.smallest) rows.push(["Smallest cylinder", barred.smallest]);
  if (barred.smallest_gentle && barred.smallest_gentle !== barred.smallest)
    rows.push(["Smallest, welded gently", barred.smallest_gentle]);
  rows.push(["Or couple", `${barred.couple} like it`]);
  return (
    <section className="mt-3 border-l-4 border-stop px-3 py-2" aria-label="What would weld it">
      <h3 className="font-medium">What would weld it</h3>
      <dl className="mt-1 grid grid-cols-[1fr_auto] items-baseline gap-x-4 gap-y-0.5">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-mute">{name}</dt>
            <dd className="text-right font-narrow text-lg">{value}</dd>
          </div>
        ))}
      </dl>
      <div className="mt-2 flex flex-wrap gap-2">
        {barred.may_be_gentle && (
          <button
            className="button"
            onClick={() => void onChange({ acetylene_l_per_h: gentle, tip_label: null })}
          >
            Plan it gently
          </button>
        )}
        <Link className="button" to="/rack">
          Change the cylinder
        </Link>
      </div>
      {barred.may_be_gentle && (
        <p className="mt-1 text-sm text-mute">Gently: slower, and a wider blue band.</p>
      )}
    </section>
  );
}
