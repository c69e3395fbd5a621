import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { answer, client } from "../api/client";

/** What a shared Pellak shows before anything else. */
export function SignIn() {
  const id = useId();
  const cache = useQueryClient();
  const [passcode, setPasscode] = useState("");
  const signIn = useMutation({
    mutationFn: () => answer(client.POST("/api/sign-in", { body: { passcode } })),
    onSuccess: () => cache.resetQueries(),
    onSettled: () => setPasscode(""),
  });
  return (
    <main className="mx-auto mt-[16vh] w-full max-w-sm p-8">
      <h1 className="font-narrow text-2xl font-semibold">This Pellak is shared</h1>
      <p className="my-3">Ask whoever keeps the shop’s records for the passcode.</p>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate();
        }}
      >
        <label htmlFor={id} className="block text-sm text-mute">
          Passcode
        </label>
        <input
          id={id}
          type="password"
          autoComplete="current-password"
          autoFocus
          className="field"
          maxLength={200}
          value={passcode}
          aria-describedby={signIn.error ? `${id}-wrong` : undefined}
          onChange={(event) => setPasscode(event.target.value)}
        />
        {signIn.error && (
          <p id={`${id}-wrong`} role="alert" className="text-stop">
            {signIn.error.message}
          </p>
        )}
        <button className="button-main" disabled={passcode === "" || signIn.isPending}>
          Sign in
        </button>
      </form>
    </main>
  );
}
