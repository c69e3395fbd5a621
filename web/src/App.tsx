import { QueryCache, QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { lazy, type ReactNode, Suspense } from "react";
import { createBrowserRouter, RouterProvider } from "react-router";

import { ProblemError } from "./api/client";
import { signedInQuery } from "./api/queries";
import { Notices } from "./parts/Notices";
import { Away, Waiting } from "./parts/States";
import { BenchPlace } from "./places/bench/BenchPlace";
import { Frame } from "./shell/Frame";
import { SettingsProvider } from "./shell/settings";
import { SignIn } from "./shell/SignIn";

const BenchMode = lazy(() => import("./places/benchmode/BenchMode"));
const RunBook = lazy(() => import("./places/runbook/RunBook"));
const MetalsPlace = lazy(() => import("./places/metals/MetalsPlace"));
const RackPlace = lazy(() => import("./places/rack/RackPlace"));
const RunPage = lazy(() => import("./places/runbook/RunPage"));

const isSignedOut = (error: Error | null) =>
  error instanceof ProblemError && error.problem.status === 401;

const cache = new QueryClient({
  queryCache: new QueryCache({
    onError: (error, query) => {
      // Signed out elsewhere, or after a month: ask for the passcode instead of showing a fault.
      if (isSignedOut(error) && query.queryKey[0] !== signedInQuery.queryKey[0])
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
const router = createBrowserRouter([
  {
    path: "/runs/:runId/bench",
    element: (
      <Suspense fallback={waiting}>
        <BenchMode />
      </Suspense>
    ),
  },
  {
    element: <Frame />,
    errorElement: (
      <Away
        error={new Error("Something broke on this page.")}
        onRetry={() => location.assign("/")}
      />
    ),
    children: [
      { path: "/", element: <BenchPlace /> },
      { path: "/jobs/:jobId", element: <BenchPlace /> },
      {
        path: "/rack",
        element: (
          <Suspense fallback={waiting}>
            <RackPlace />
          </Suspense>
        ),
      },
      {
        path: "/metals",
        element: (
          <Suspense fallback={waiting}>
            <MetalsPlace />
          </Suspense>
        ),
      },
      {
        path: "/runs",
        element: (
          <Suspense fallback={waiting}>
            <RunBook />
          </Suspense>
        ),
      },
      {
        path: "/runs/:runId",
        element: (
          <Suspense fallback={waiting}>
            <RunPage />
          </Suspense>
        ),
      },
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
