// A job's answer comes as the parts that changed since the last one the page holds; here it is made
// whole again. The form of the parts is in docs/formats.md.

type Part = unknown[] | { [key: string]: unknown };

const JOB = /\/api\/jobs\/([0-9a-f]{12})(?:\/(?:preview|undo|restore))?$/;
const KEPT = 8;
/** Answers by tag, the newest last; and the newest tag of each job. */
const whole = new Map<string, unknown>();
const newest = new Map<string, string>();

const jobOf = (url: string) => JOB.exec(new URL(url).pathname)?.[1];

/** What the page says it holds of a job; null where an address is no job's. */
export function holding(url: string): string | null {
  const job = jobOf(url);
  if (job === undefined) return null;
  const tag = newest.get(job);
  return tag !== undefined && whole.has(tag) ? tag : "none";
}

/** Return the answer as it would be had it been told whole. */
export async function madeWhole(url: string, response: Response): Promise<Response> {
  const job = jobOf(url);
  const tag = response.headers.get("Pellak-Tag");
  if (job === undefined || tag === null) return response;
  const told: unknown = await response.json();
  const from = response.headers.get("Pellak-Changed-From");
  const before = from === null ? undefined : whole.get(from);
  if (from !== null && before === undefined) throw new TypeError("The answer's base is gone.");
  const answer = from === null ? told : withParts(before, told as Part);
  whole.delete(tag);
  whole.set(tag, answer);
  newest.set(job, tag);
  for (const old of [...whole.keys()].slice(0, -KEPT)) whole.delete(old);
  return new Response(JSON.stringify(answer), { status: response.status });
}

/** Return what the parts make of what was before; what was before stays as it is. */
export function withParts(before: unknown, part: Part): unknown {
  if (Array.isArray(part)) return part[0];
  if (Array.isArray(before)) {
    const from = part["<"] as number[] | undefined;
    const length = (part["#"] as number | undefined) ?? from?.length ?? before.length;
    const was = Array.from({ length }, (_, at) => before[from?.[at] ?? at] as unknown);
    return was.map((value, at) => (at in part ? withParts(value, part[at] as Part) : value));
  }
  const gone = new Set((part["-"] as string[] | undefined) ?? []);
  const kept = Object.entries(before as Record<string, unknown>).filter(([key]) => !gone.has(key));
  const after = Object.fromEntries(kept);
  for (const [key, value] of Object.entries(part))
    if (key !== "-") after[key] = withParts(after[key], value as Part);
  return after;
}
