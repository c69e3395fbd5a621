import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { answer, client } from "../../api/client";
import { signedInQuery } from "../../api/queries";
import { useNotify } from "../../parts/Notices";
import { BackupsPanel } from "./BackupsPanel";
import { PlaceTitle } from "../../parts/PlaceTitle";

/** The shop's own: where its records are, how they are kept safe, who is signed in. */
export default function SettingsPlace() {
  const { data: signedIn } = useQuery(signedInQuery);
  const owner = signedIn?.may === "all";
  return (
    <article className="mx-auto w-full max-w-3xl p-4">
      <PlaceTitle title="Settings" />
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
