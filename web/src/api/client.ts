// The one way the page talks to the server. Types come from the API's own contract.
import createClient from "openapi-fetch";

import { holding, madeWhole } from "./changedParts";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Plan = Schemas["Plan"];
export type OpenJob = Schemas["OpenJob"];
export type JobLine = Schemas["JobLine"];
export type PieceSum = Schemas["PieceSum"];
export type JobTakenIn = Schemas["JobTakenIn"];
export type Ticket = Schemas["Ticket"];
export type Station = Schemas["Station"];
export type Figure = Schemas["Figure"];
export type Working = Schemas["Working"];
export type Caution = Schemas["Caution"];
export type Choice = Schemas["Choice"];
export type SeamDrawing = Schemas["SeamDrawing"];
export type FacedDrawing = Schemas["FacedDrawing"];
export type HeatedDrawing = Schemas["HeatedDrawing"];
export type Box = Schemas["Box"];
export type MemberDrawing = Schemas["MemberDrawing"];
export type JointDrawing = Schemas["JointDrawing"];
export type Place = Schemas["Place"];
export type Dimension = Schemas["Dimension"];
export type Asks = Schemas["Asks"];
export type Override = Schemas["Override"];
export type Curve = Schemas["Curve"];
export type CurvePoint = Schemas["CurvePoint"];
export type MethodLine = Schemas["MethodLine"];
export type MetalLine = Schemas["MetalLine"];
export type ReadFile = Schemas["ReadFile"];
export type Imported = Schemas["Imported"];
export type ReadRack = Schemas["ReadRack"];
export type TakenIn = Schemas["TakenIn"];
export type OwnedItem = Schemas["OwnedItem"];
export type RigView = Schemas["RigView"];
export type RackForm = Schemas["RackForm"];
export type GasSum = Schemas["GasSum"];
export type Reach = Schemas["ReachValues"];
export type TipSeen = Schemas["TipNumberGiven"];
export type PinTried = Schemas["PinTried"];
export type TipBoreAnswer = Schemas["TipNumberAnswer"];
export type TipBore = TipBoreAnswer["values"];
export type TipChartCell = Schemas["TipChartCell"];
export type TipReach = Schemas["TipReach"];
export type ReachFamily = Schemas["MetalReach"]["family"];
export type Stack = Schemas["Stack"];
export type MetalPage = Schemas["MetalPage"];
export type MetalFamily = NonNullable<Schemas["SeamJob"]["family"]>;
export type HeatPoint = Schemas["HeatPoint"];
export type TipCandidate = Schemas["TipCandidate"];
export type BenchCard = Schemas["BenchCard"];
export type BenchState = Schemas["BenchState"];
export type TacksValues = Schemas["TacksValues"];
export type TackPlayback = Schemas["TackPlayback"];
export type GrooveDrawing = Schemas["GrooveDrawing"];
export type FlameLook = Schemas["FlameLook"];
export type FireWatchLine = Schemas["FireWatchLine"];
export type Run = Schemas["Run"];
export type RunNow = Schemas["RunNow"];
export type RunLine = Schemas["RunLine"];
export type Sign = Schemas["Sign"];
export type LoggedMeasure = Schemas["LoggedMeasure"];
export type Used = Schemas["Used"];
export type Photo = Schemas["Photo"];
export type Procedure = Schemas["Procedure"];
export type CompareLine = Schemas["CompareLine"];
export type BookWords = Schemas["BookWords"];
export type PuddleTimed = Required<Schemas["PuddleTimed"]>;
export type Facet = Schemas["Facet"];
export type BookStatistics = Schemas["BookStatistics"];
export type HandPage = Schemas["HandPage"];
export type HandPoint = Schemas["HandPoint"];
export type Practice = Schemas["Practice"];
export type Learner = Schemas["Learner"];
export type Standing = Schemas["Standing"];
export type FlameHello = Schemas["FlameHello"];
export type FlameSaid = Schemas["FlameSaid"];
export type FlameScore = Schemas["FlameScore"];
/** What is kept of a day is always told whole. */
export type DayLook = Schemas["DayLook"] & { kept: Required<Schemas["DayKept"]> };
export type DayBlock = Schemas["DayBlock"];
export type ForJob = Required<Schemas["ForJob"]>;
export type PuddleHello = Required<Schemas["PuddleHello"]>;
export type PuddleSaid = Schemas["PuddleSaid"];
export type PuddleScore = Schemas["PuddleScore"];
export type FlameShown = Schemas["FlameShown"];
export type Coupon = Schemas["Coupon"];
export type OrderJudged = Schemas["OrderJudged"];
export type ScorePart = Schemas["ScorePart"];
export type Watch = Schemas["Watch"];
export type ChannelNow = Schemas["ChannelNow"];
export type ChannelCurve = Schemas["ChannelCurve"];
export type FileGuess = Schemas["FileGuess"];
export type Simulation = Schemas["Simulation"];
export type HeatZone = Schemas["HeatZone"];
export type FaultsAnswer = Schemas["FaultsAnswer"];
export type CorrectiveAction = Schemas["CorrectiveAction"];
export type DisplayUnit = Schemas["DisplayUnit"];
/** What a person is shown of it; its type is for programs. */
export type Problem = Omit<Schemas["Problem"], "type">;
export type SoapPlace = NonNullable<Schemas["LeakReadings"]["soaped"]>[number];
export type BackupLine = Schemas["BackupLine"];
export type BackupState = Schemas["BackupState"];
export type HowMany = Schemas["HowMany"];
export type QuantityKind = Schemas["QuantityGiven"]["kind"];
export type Changes = Record<string, string | number | null>;

export const client = createClient<paths>();

let units = "metric";

/** Have the server's sentences say their measures in these units from now on. */
export const speakIn = (system: "metric" | "inch") => {
  units = system;
};

/** The units they say them in now. */
export const unitsSpoken = () => units;

client.use({
  onRequest: ({ request }) => {
    request.headers.set("Pellak-Units", units);
    const holds = holding(request.url);
    if (holds !== null) request.headers.set("Pellak-Holds", holds);
  },
  onResponse: ({ request, response }) => madeWhole(request.url, response),
});

/** An answer the server gave that is not the one asked for, with the fields at fault. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** The server could not be reached: nothing was decided, so the same request may be sent again. */
export class AwayError extends Error {}

/** The server is busy with other saves: nothing was decided either. */
export class BusyError extends AwayError {}

export interface Reply<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** Return the data of a reply, or throw what went wrong. */
export async function answer<T>(request: Promise<Reply<T>>): Promise<T> {
  let reply: Reply<T>;
  try {
    reply = await request;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    throw new AwayError("The server cannot be reached.");
  }
  if (reply.response.ok) return reply.data as T;
  const problem = reply.error as Partial<Problem> | undefined;
  if (reply.response.status === 503)
    throw new BusyError(problem?.detail ?? "Pellak is busy with other saves.");
  throw new ProblemError({
    title: problem?.title ?? "Something went wrong",
    status: reply.response.status,
    detail: problem?.detail ?? reply.response.statusText,
    errors: problem?.errors ?? [],
    current: problem?.current,
  });
}

/** Send a file as it is to one of the doors that read files. */
export function sendFile<T>(path: string, file: File): Promise<T> {
  const headers = { "Content-Type": "application/octet-stream", "Pellak-Units": units };
  const sent = fetch(path, { method: "POST", headers, body: file }).then(async (response) => {
    const body: unknown = await response.json();
    return response.ok ? { data: body as T, response } : { error: body, response };
  });
  return answer<T>(sent);
}

/** The first thing that was refused, in words. */
export const firstFault = (error: unknown): string | null =>
  error instanceof ProblemError ? faultOf(error, error.problem.errors?.[0]?.field ?? "") : null;

/** Return what is wrong with one field, in words, or null when the error is about something else. */
export function faultOf(error: unknown, field: string): string | null {
  if (!(error instanceof ProblemError)) return null;
  const fault = error.problem.errors?.find((one) => one.field === field || one.field === "text");
  if (fault === undefined) return null;
  const { accepted } = fault;
  return `Read “${fault.was_read}”. ${accepted.charAt(0).toUpperCase()}${accepted.slice(1)}`;
}
