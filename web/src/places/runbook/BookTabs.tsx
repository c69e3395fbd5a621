import { NavLink } from "react-router";

const TABS = [
  { to: "/runs", name: "Runs" },
  { to: "/runs/counted", name: "Counts" },
  { to: "/runs/why", name: "Trouble" },
  { to: "/runs/hand", name: "Calibration" },
  { to: "/runs/procedures", name: "Procedures" },
] as const;

/** The pages of the run book; what runs are narrowed to goes along to their counts and back. */
export function BookTabs({ search = "" }: { search?: string }) {
  return (
    <nav
      aria-label="Run book"
      className="mb-3 flex gap-4 overflow-x-auto border-b border-line"
      data-screen-only
    >
      {TABS.map(({ to, name }) => (
        <NavLink
          key={to}
          end
          to={search && (name === "Runs" || name === "Counts") ? `${to}?${search}` : to}
          className={({ isActive }) =>
            `flex min-h-11 items-center border-b-[3px] px-1 font-semibold whitespace-nowrap ${isActive ? "border-cone text-ink" : "border-transparent text-mute"}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
