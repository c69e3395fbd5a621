// A server inside the test: what the page sends reaches it by the same door as the real one.
import { cleanup } from "@testing-library/react";
import { setupServer } from "msw/node";
import { afterAll, afterEach } from "vitest";

// The page asks its own address; Node's requests want the whole of it.
const Plain = globalThis.Request;
globalThis.Request = class extends Plain {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, location.href) : input, init);
  }
};

export const server = setupServer();
server.listen({ onUnhandledRequest: "error" });
afterEach(() => {
  cleanup();
  server.resetHandlers();
});
afterAll(() => server.close());
