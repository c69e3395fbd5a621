// Words of the page: one word a thing, in plain trade English.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

import { describe, expect, it } from "vitest";

const HERE = new URL(".", import.meta.url).pathname;

/** What is not said to a person, and what is said in its place. */
const NOT_TO_BE_SAID: ReadonlyArray<readonly [RegExp, string]> = [
  [/\bTake back\b/, "Undo"],
  [/\bDo again\b/, "Redo"],
  [/\b[Pp]ut away\b/, "Archive, archived"],
  [/\bBring (it )?back\b/, "Restore"],
  [/\bThe hand\b(?!')/, "Calibration"],
  [/\bVersion \{/, "revision"],
  [/\bown heats?\b(?! lot)/i, "own heat lot"],
];

function* sources(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.tsx$/.test(entry.name) && !/\.test\./.test(entry.name)) yield path;
  }
}

/** The source without its comments, which people do not see. */
const shown = (text: string) => text.replace(/\/\*[\s\S]*?\*\//g, "").replace(/^\s*\/\/.*$/gm, "");

describe("the page", () => {
  const files = [...sources(HERE)];

  it("has sources to read", () => {
    expect(files.length).toBeGreaterThan(100);
  });

  it.each(NOT_TO_BE_SAID)("never says %s, but %s", (wrong) => {
    const found = files.filter((path) => wrong.test(shown(readFileSync(path, "utf8"))));
    expect(found.map((path) => path.replace(HERE, ""))).toEqual([]);
  });
});
