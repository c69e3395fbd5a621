import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { createElement, type ReactNode } from "react";

/** A page's cache of its own, and what puts a hook under it. */
export function withinPage() {
  const cache = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const wrapper = ({ children }: { children: ReactNode }) =>
    createElement(QueryClientProvider, { client: cache }, children);
  return { cache, wrapper };
}

/** A promise that is ended from outside. */
export function held<T = void>() {
  let end: (value: T) => void = () => {};
  const promise = new Promise<T>((resolve) => (end = resolve));
  return { promise, end };
}
