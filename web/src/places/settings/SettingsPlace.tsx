import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client } from "../../api/client";
import { signedInQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";
import { BackupsPanel } from "./BackupsPanel";
import { ToggleRow } from "../../parts/ToggleRow";
import { useSettings } from "../../shell/settings";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** The shop's own: where its records are, how they are kept safe, who is signed in. */
export default function SettingsPlace() {
  const { data: signedIn } = useQuery(signedInQuery);
  const owner = signedIn?.may === "all";
  return (
    <article className="mx-auto w-full max-w-3xl p-4">
      <PlaceTitle title="Settings" />
      <ThisBrowserPanel />
      {owner ? (
        <>
          <BackupsPanel />
          {signedIn.shared && <SignedInPanel />}
        </>
      ) : (
        <p className="mt-4">
          These settings are changed with the full passcode. You are signed in with another one.
        </p>
      )}
    </article>
  );
}

/** What this browser alone remembers. */
function ThisBrowserPanel() {
  const { units, setSystem, theme, setTheme, figures, setFigures } = useSettings();
  return (
    <section aria-label="This browser" className="panel mt-6 p-4">
      <h2 className="font-narrow text-xl font-semibold">This browser</h2>
      <p className="mt-2">Another tablet or telephone keeps its own.</p>
      <div className="mt-3 grid items-center gap-x-4 gap-y-3 sm:grid-cols-[8rem_1fr]">
        <span>Units</span>
        <ToggleRow
          label="Units of this browser"
          value={units.system}
          onChoose={setSystem}
          choices={[
            { id: "metric", label: "mm · °C · bar" },
            { id: "inch", label: "in · °F · psi" },
          ]}
        />
        <span>Light</span>
        <ToggleRow
          label="Theme of this browser"
          value={theme}
          onChoose={setTheme}
          choices={[
            { id: "day", label: "Day" },
            { id: "hood", label: "Hood: dark, for tinted glasses" },
          ]}
        />
        <span>Figures</span>
        <ToggleRow
          label="Figures of the bench"
          value={figures}
          onChoose={setFigures}
          choices={[
            { id: "leading", label: "What leads" },
            { id: "all", label: "Every figure" },
          ]}
        />
      </div>
    </section>
  );
}

function SignedInPanel() {
  const cache = useQueryClient();
  const notify = useNotify();
  const out = useMutation({
    mutationFn: () => answer(client.POST("/api/sign-everyone-out")),
    onSuccess: () => cache.resetQueries(),
    onError: (failed) => notify(failed.message),
  });
  return (
    <section aria-label="Signed in" className="panel mt-6 p-4">
      <h2 className="font-narrow text-xl font-semibold">Signed in</h2>
      <p className="mt-2">
        A sign-in lasts 30 days on its browser, and ends for everyone when the passcode is changed.
        Lost a tablet? Sign everyone out: each asks for the passcode again, yours too.
      </p>
      <button
        className="button mt-3 min-h-11"
        disabled={out.isPending}
        onClick={() => out.mutate()}
      >
        Sign everyone out
      </button>
    </section>
  );
}
