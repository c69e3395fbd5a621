import { QueryCache, QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import type { ComponentType, ReactNode } from "react";
import { createBrowserRouter } from "react-router";
import { RouterProvider } from "react-router/dom";

import { ProblemError } from "./api/client";
import { signedInQuery } from "./api/queries";
import { Notices } from "./parts/Notices";
import { Away, Waiting } from "./parts/States";
import { BenchPlace } from "./places/bench/BenchPlace";
import { Frame } from "./shell/Frame";
import { SettingsProvider } from "./shell/settings";
import { SignIn } from "./shell/SignIn";

const isSignedOut = (error: Error | null) =>
  error instanceof ProblemError && error.problem.status === 401;

const cache = new QueryClient({
  queryCache: new QueryCache({
    onError: (error, query) => {
      // Signed out elsewhere, or after a month: ask for the passcode instead of showing a fault.
      // Asked once: each asking anew takes the form away, and what is typed into it meanwhile.
      const knew = cache.getQueryState(signedInQuery.queryKey)?.status === "success";
      if (isSignedOut(error) && knew && query.queryKey[0] !== signedInQuery.queryKey[0])
        void cache.invalidateQueries({ queryKey: signedInQuery.queryKey });
    },
  }),
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof ProblemError) && count < 2,
      refetchOnWindowFocus: false,
    },
  },
});

const waiting = <Waiting what="the page" />;
/** A place fetched by the router before it goes there. Suspended instead, React would hold what
 *  comes back for a third of a second, lest a waiting sign flicker. */
const fetched = (place: () => Promise<{ default: ComponentType }>) => ({
  lazy: async () => ({ Component: (await place()).default }),
  hydrateFallbackElement: waiting,
});
const router = createBrowserRouter([
  { path: "/runs/:runId/bench", ...fetched(() => import("./places/benchmode/BenchMode")) },
  {
    element: <Frame />,
    errorElement: (
      <Away error={new Error("This page broke.")} onRetry={() => location.assign("/")} />
    ),
    children: [
      { path: "/", element: <BenchPlace /> },
      { path: "/jobs/:jobId", element: <BenchPlace /> },
      { path: "/watches/:watchId", ...fetched(() => import("./places/watch/WatchPlace")) },
      { path: "/rack", ...fetched(() => import("./places/rack/RackPlace")) },
      { path: "/metals", ...fetched(() => import("./places/metals/MetalsPlace")) },
      { path: "/runs", ...fetched(() => import("./places/runbook/RunBook")) },
      { path: "/runs/counted", ...fetched(() => import("./places/runbook/CountedPlace")) },
      { path: "/runs/procedures", ...fetched(() => import("./places/procedures/ProceduresPlace")) },
      {
        path: "/runs/procedures/:number",
        ...fetched(() => import("./places/procedures/ProcedurePlace")),
      },
      {
        path: "/runs/beside/:first/:second",
        ...fetched(() => import("./places/runbook/BesidePlace")),
      },
      { path: "/runs/why", ...fetched(() => import("./places/runbook/WhyPlace")) },
      { path: "/runs/hand", ...fetched(() => import("./places/hand/HandPlace")) },
      { path: "/settings", ...fetched(() => import("./places/settings/SettingsPlace")) },
      { path: "/day", ...fetched(() => import("./places/day/DayPlace")) },
      { path: "/practice", ...fetched(() => import("./places/practice/PracticePlace")) },
      { path: "/practice/group", ...fetched(() => import("./places/practice/GroupPlace")) },
      {
        path: "/practice/read-flames",
        ...fetched(() => import("./places/practice/ReadFlamesPlace")),
      },
      { path: "/practice/order/:name", ...fetched(() => import("./places/practice/OrderPlace")) },
      { path: "/practice/coupon/:name", ...fetched(() => import("./places/practice/CouponPlace")) },
      { path: "/practice/for/:jobId", ...fetched(() => import("./places/practice/ForJobPlace")) },
      {
        path: "/practice/puddle/:task",
        ...fetched(() => import("./places/practice/PuddlePlace")),
      },
      { path: "/practice/flame/:target", ...fetched(() => import("./places/practice/FlamePlace")) },
      { path: "/runs/:runId", ...fetched(() => import("./places/runbook/RunPage")) },
      {
        path: "*",
        element: (
          <Away
            error={new ProblemError({ title: "Not here", status: 404, detail: "", errors: [] })}
            onRetry={() => {}}
          />
        ),
      },
    ],
  },
]);

function OnceSignedIn({ children }: { children: ReactNode }) {
  const { error } = useQuery(signedInQuery);
  return isSignedOut(error) ? <SignIn /> : children;
}

export function App() {
  return (
    <QueryClientProvider client={cache}>
      <SettingsProvider>
        <Notices>
          <OnceSignedIn>
            <RouterProvider router={router} />
          </OnceSignedIn>
        </Notices>
      </SettingsProvider>
    </QueryClientProvider>
  );
}
