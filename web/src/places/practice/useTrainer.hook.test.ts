import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { useTrainer } from "./useTrainer";

interface Hello {
  task: string;
}
interface Said {
  happened: string[];
}

class Socket {
  static OPEN = 1;
  static all: Socket[] = [];
  readyState = 1;
  binaryType = "";
  sent: ArrayBuffer[] = [];
  closed = false;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onclose: ((event: { reason: string }) => void) | null = null;
  constructor(readonly address: URL) {
    Socket.all.push(this);
  }
  send(bytes: ArrayBuffer) {
    this.sent.push(bytes);
  }
  close() {
    this.closed = true;
  }
  says(message: object) {
    act(() => this.onmessage?.({ data: JSON.stringify(message) }));
  }
}

beforeEach(() => {
  Socket.all = [];
  vi.stubGlobal("WebSocket", Socket);
  vi.useFakeTimers({ toFake: ["setInterval", "clearInterval", "performance"] });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const passes = (ms: number) => act(() => void vi.advanceTimersByTime(ms));

function training() {
  const hands = {
    current: {
      now: () => "still",
      write: (buttons: number, number: number) => Uint8Array.of(buttons, number).buffer,
    },
  };
  const frame = vi.fn();
  const { result, unmount } = renderHook(() =>
    useTrainer<Hello, Said, { total: number }>("/api/practice/flame", hands, frame),
  );
  const socket = () => Socket.all.at(-1) as Socket;
  return { hands, frame, now: () => result.current, socket, unmount };
}
const written = (socket: Socket) => socket.sent.map((bytes) => [...new Uint8Array(bytes)]);

describe("an exercise over its socket", () => {
  it("plays once it was greeted, and ends with its score", () => {
    const { now, socket, frame } = training();
    expect(now().playing).toBe("connecting");
    act(() => socket().onmessage?.({ data: new ArrayBuffer(2) }));
    expect(frame).not.toHaveBeenCalled();
    socket().says({ hello: { task: "flame" } });
    expect(now().playing).toBe("playing");
    act(() => socket().onmessage?.({ data: new ArrayBuffer(2) }));
    expect(frame).toHaveBeenCalledTimes(1);
    socket().says({ score: { total: 7 } });
    expect(now().playing).toBe("ended");
    expect(now().score).toEqual({ total: 7 });
    act(() => socket().onclose?.({ reason: "" }));
    expect(now().playing).toBe("ended");
  });

  it("says why it was lost, and begins anew by a socket of its own", () => {
    const { now, socket } = training();
    socket().says({ hello: { task: "flame" } });
    act(() => socket().onclose?.({ reason: "nobody there" }));
    expect(now().playing).toBe("lost");
    expect(now().reason).toBe("nobody there");
    act(() => now().again());
    expect(Socket.all).toHaveLength(2);
    expect(now().playing).toBe("connecting");
    expect(now().hello).toBeNull();
  });

  it("keeps the last six things that happened, the newest first", () => {
    const { now, socket } = training();
    socket().says({ hello: { task: "flame" } });
    for (const n of [1, 2, 3, 4]) socket().says({ words: { happened: [`${n}b`, `${n}a`] } });
    expect(now().happened).toEqual(["4b", "4a", "3b", "3a", "2b", "2a"]);
  });

  it("tells the hands when they move, and now and then that somebody is there", () => {
    const { hands, socket } = training();
    passes(2000);
    expect(socket().sent).toHaveLength(0);
    socket().says({ hello: { task: "flame" } });
    passes(40);
    expect(socket().sent).toHaveLength(1);
    passes(700);
    expect(socket().sent).toHaveLength(1);
    passes(300);
    expect(socket().sent).toHaveLength(2);
    hands.current.now = () => "moved";
    passes(40);
    expect(socket().sent).toHaveLength(3);
    expect(written(socket()).map(([, number]) => number)).toEqual([1, 2, 3]);
  });

  it("sends a button once, at once, and nothing after it has gone", () => {
    const { now, socket, unmount } = training();
    socket().says({ hello: { task: "flame" } });
    passes(40);
    act(() => now().press(4));
    passes(70);
    expect(written(socket()).filter(([buttons]) => buttons === 4)).toHaveLength(1);
    const sent = socket().sent.length;
    unmount();
    passes(5000);
    expect(socket().sent).toHaveLength(sent);
    expect(socket().closed).toBe(true);
  });
});
