import type { ComponentType, ReactNode } from "react";

import type { Changes, OpenJob, Plan, Run } from "../api/client";
import type { Look } from "../figures/QuantityField";
import type { ToolProps } from "../tools/tool";

export interface BoardProps {
  jobId: string;
  plan: Plan;
  faults: Record<string, unknown>;
  look: Look | null;
  onPreview: (field: string, text: string | null) => void;
  onChange: (changes: Changes) => Promise<boolean>;
  /** The station whose picture this is; null where everything is to be shown. */
  station: string | null;
}

/** Whether the piece is typed in here: at its own station, and where everything is shown. */
export const typedAt = (station: string | null) => station === null || station === "piece";

export interface WorkBoardProps {
  job: OpenJob;
  plan: Plan;
  faults: Record<string, unknown>;
  onChange: (changes: Changes) => Promise<boolean>;
}

/** What the page brings for a kind of job; everything else loops over what the plan says. */
export interface Room {
  /** What it is, drawn small, where kinds are chosen from. */
  tile: ReactNode;
  /** The piece as it is drawn and typed. */
  Board: ComponentType<BoardProps>;
  /** The station of the work, where the work leads. */
  workAt: string;
  /** The work under the piece, at that station. */
  WorkBoard?: ComponentType<WorkBoardProps>;
  /** Tools at the bench, by the kind of step they belong to. */
  tools: Partial<Record<string, ComponentType<ToolProps>>>;
  /** What its run wrote down, in the run book. */
  WorkLog?: ComponentType<{ run: Run }>;
}
