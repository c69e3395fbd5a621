// Lists that come in pages: each answer's Link header names the address of the next.
import { answer, type Reply } from "./client";

const NEXT = /<([^>]+)>;\s*rel="next"/;

/** The key after which the next page begins, or null on the last. */
export function afterKey(link: string | null): string | null {
  const address = link?.match(NEXT)?.[1];
  return address === undefined ? null : new URL(address, location.origin).searchParams.get("after");
}

/** Return a list whole, page after page. */
export async function everyPage<Line>(
  ask: (page: { after?: string }) => Promise<Reply<Line[]>>,
): Promise<Line[]> {
  const lines: Line[] = [];
  let after: string | null = null;
  do {
    const asked: Promise<Reply<Line[]>> = ask(after === null ? {} : { after });
    lines.push(...(await answer(asked)));
    after = afterKey((await asked).response.headers.get("link"));
  } while (after !== null);
  return lines;
}
