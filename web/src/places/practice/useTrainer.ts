import { useCallback, useEffect, useRef, useState, type RefObject } from "react";

import { unitsSpoken } from "../../api/client";
import { useNotify } from "../../parts/Notices";

const HANDS_EVERY_MS = 33;
/** Said again and again, so that the trainer knows somebody is there; by the clock, since a page
 *  in the background is let tick once a second. */
const STILL_HERE_MS = 900;
const MOST_HAPPENED = 6;

export type Playing = "connecting" | "playing" | "ended" | "lost";

/** What a trainer says in words; one of its parts is not null. */
interface Message<Hello, Said, Score> {
  hello?: Hello | null;
  words?: Said | null;
  score?: Score | null;
}

/** What the hands do: told when `now` changed or a button was pressed, and once in a while. */
export interface TrainerHands<Hello> {
  now: () => string;
  write: (buttons: number, number: number, hello: Hello) => ArrayBuffer;
}

/** An exercise over its socket: hands go out, frames and words come in. */
export function useTrainer<Hello, Said extends { happened: string[] }, Score>(
  path: string,
  hands: RefObject<TrainerHands<Hello>>,
  onFrame: (bytes: ArrayBuffer, hello: Hello) => void,
) {
  const [hello, setHello] = useState<Hello | null>(null);
  const [said, setSaid] = useState<Said | null>(null);
  const [happened, setHappened] = useState<string[]>([]);
  const [score, setScore] = useState<Score | null>(null);
  const [playing, setPlaying] = useState<Playing>("connecting");
  const [reason, setReason] = useState("");
  const notify = useNotify();
  const [round, setRound] = useState(0);
  const buttons = useRef(0);
  const moved = useRef(() => {});
  const drawn = useRef(onFrame);
  useEffect(() => {
    drawn.current = onFrame;
  });

  useEffect(() => {
    const address = new URL(path, location.href);
    address.protocol = location.protocol === "https:" ? "wss:" : "ws:";
    address.searchParams.set("units", unitsSpoken());
    const socket = new WebSocket(address);
    socket.binaryType = "arraybuffer";
    let opening: Hello | null = null;
    let number = 0;
    let last = "";
    let sentAt = 0;
    let ended = false;
    socket.onmessage = ({ data }: MessageEvent<ArrayBuffer | string>) => {
      if (typeof data !== "string") {
        if (opening) drawn.current(data, opening);
        return;
      }
      const message = JSON.parse(data) as Message<Hello, Said, Score>;
      if (message.hello) {
        opening = message.hello;
        setHello(message.hello);
        setPlaying("playing");
      }
      if (message.words) {
        const words = message.words;
        setSaid(words);
        if (words.happened.length > 0)
          setHappened((all) => [...words.happened, ...all].slice(0, MOST_HAPPENED));
      }
      if (message.score) {
        ended = true;
        setScore(message.score);
        setPlaying("ended");
      }
    };
    socket.onclose = (event) => {
      // A try that could not be kept still has its score.
      if (ended && event.reason) notify(event.reason);
      setReason(event.reason);
      setPlaying((now) => (now === "ended" ? now : "lost"));
    };
    const tell = () => {
      if (!opening || socket.readyState !== WebSocket.OPEN) return;
      const now = hands.current.now();
      const still = performance.now() - sentAt < STILL_HERE_MS;
      if (now === last && buttons.current === 0 && still) return;
      last = now;
      sentAt = performance.now();
      number += 1;
      socket.send(hands.current.write(buttons.current, number, opening));
      buttons.current = 0;
    };
    moved.current = tell;
    const sending = setInterval(tell, HANDS_EVERY_MS);
    return () => {
      clearInterval(sending);
      moved.current = () => {};
      socket.onclose = null;
      socket.close();
    };
  }, [path, round, hands, notify]);

  // At once: the picture is a frame behind the hand as it is.
  const tell = useCallback(() => moved.current(), []);
  const press = useCallback((button: number) => {
    buttons.current |= button;
    moved.current();
  }, []);
  const again = useCallback(() => {
    setHello(null);
    setSaid(null);
    setHappened([]);
    setScore(null);
    setPlaying("connecting");
    setRound((count) => count + 1);
  }, []);
  return { hello, said, happened, score, playing, reason, tell, press, again };
}
