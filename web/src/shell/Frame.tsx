import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { NavLink, Outlet, useLocation, useNavigate } from "react-router";

import { answer, client } from "../api/client";
import { signedInQuery } from "../api/queries";
import { Menu, MenuAct } from "../parts/Menu";
import { ToggleRow } from "../parts/ToggleRow";
import { useKeys } from "../parts/useKeys";
import { Drill } from "../parts/Drill";
import { BackupBar } from "./BackupBar";
import { FireWatchBar } from "./FireWatchBar";
import { FlameBar } from "./FlameBar";
import { FindOrReckon } from "./FindOrReckon";
import { HelpDialog } from "./HelpDialog";
import { useSettings } from "./settings";

const THEMES = [
  { id: "day", label: "Day" },
  { id: "hood", label: "Hood" },
] as const;

/** Header and the place under it. */
export function Frame() {
  const { units, setSystem, theme, setTheme } = useSettings();
  const [finding, setFinding] = useState(false);
  const [drilling, setDrilling] = useState(false);
  const [keys, setKeys] = useState(false);
  const main = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  const places = [
    { name: "Bench", to: "/", here: pathname === "/" || pathname.startsWith("/jobs") },
    { name: "Rack", to: "/rack", here: pathname.startsWith("/rack") },
    { name: "Metals", to: "/metals", here: pathname.startsWith("/metals") },
    { name: "Run book", to: "/runs", here: pathname.startsWith("/runs") },
    { name: "Day", to: "/day", here: pathname.startsWith("/day") },
    { name: "Practice", to: "/practice", here: pathname.startsWith("/practice") },
  ];
  const navigate = useNavigate();
  const cache = useQueryClient();
  const { data: signedIn } = useQuery(signedInQuery);
  const signOut = async () => {
    await answer(client.POST("/api/sign-out"));
    await cache.resetQueries();
  };
  const find = () => setFinding(true);
  useKeys({ "/": find, "Mod+k": find, "!": () => setDrilling(true), "?": () => setKeys(true) });
  useKeys({ Escape: () => setDrilling(false) }, drilling);
  const place = (here: boolean) =>
    `flex h-full items-center whitespace-nowrap border-b-[3px] px-0.5 font-semibold sm:px-1 ${here ? "border-cone text-ink" : "border-transparent text-mute"}`;
  return (
    <div className="flex min-h-screen flex-col [--head:3.25rem]">
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:bg-panel focus:p-3"
        onClick={(event) => {
          event.preventDefault();
          main.current?.focus();
        }}
      >
        Skip to the work
      </a>
      <header
        data-screen-only
        className="z-30 flex min-h-[var(--head)] flex-wrap items-center gap-x-5 gap-y-1 border-b border-line bg-paper px-4 md:sticky md:top-0"
      >
        <NavLink
          to="/"
          className="flex items-center gap-2 font-narrow text-xl font-semibold"
          aria-label="Pellak, to the bench"
        >
          <img src="/assets/flame.svg" alt="" width={24} height={24} />
          <span className="max-sm:hidden">pellak</span>
        </NavLink>
        <nav
          aria-label="Places"
          className="flex h-11 min-w-0 flex-1 gap-3 overflow-x-auto sm:gap-4 max-md:order-last max-md:basis-full md:h-[var(--head)] md:flex-none"
        >
          {places.map(({ name, to, here }) => (
            <NavLink
              key={to}
              to={to}
              className={place(here)}
              aria-current={here ? "page" : undefined}
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-2 py-1">
          <button
            className="button min-h-11 border-stop px-2 text-stop sm:px-3"
            onClick={() => setDrilling(true)}
            aria-label="Backfire or flash-back"
          >
            <span>Flash-back</span>
            <kbd className="hidden rounded border border-stop px-1.5 text-sm lg:inline">!</kbd>
          </button>
          <button
            className="button min-h-11 px-2 sm:px-3"
            onClick={find}
            aria-label="Find or reckon"
          >
            <kbd className="hidden rounded border border-line px-1.5 text-sm lg:inline">/</kbd>
            <span>
              Find<span className="hidden lg:inline"> or reckon</span>
            </span>
          </button>
          <ToggleRow
            label="Units"
            value={units.system}
            onChoose={setSystem}
            choices={[
              { id: "metric", label: "mm · °C · bar", short: "mm" },
              { id: "inch", label: "in · °F · psi", short: "in" },
            ]}
          />
          <span className="hidden lg:inline-flex">
            <ToggleRow label="Theme" value={theme} onChoose={setTheme} choices={THEMES} />
          </span>
          <Menu label="Help and settings" shown="⋯">
            <MenuAct onDo={() => setTheme(theme === "day" ? "hood" : "day")}>
              {theme === "day" ? "Hood: dark, for tinted glasses" : "Day: light"}
            </MenuAct>
            <MenuAct onDo={() => setKeys(true)}>Help: keys and words</MenuAct>
            <MenuAct onDo={() => void navigate("/settings")}>Settings</MenuAct>
            {signedIn?.shared && <MenuAct onDo={() => void signOut()}>Sign out</MenuAct>}
          </Menu>
        </div>
      </header>
      <FlameBar />
      <FireWatchBar />
      <BackupBar />
      <main ref={main} id="main" tabIndex={-1} className="flex flex-1 flex-col outline-none">
        <Outlet />
      </main>
      {drilling && <Drill onClose={() => setDrilling(false)} />}
      <HelpDialog open={keys} onClose={() => setKeys(false)} />
      <FindOrReckon open={finding} onClose={() => setFinding(false)} />
    </div>
  );
}
