import type { Room } from "../room";
import { HeatBoard } from "./HeatBoard";
import { WarmTool } from "./WarmTool";
import { WarmthRead } from "./WarmthRead";

export const HEAT: Room = {
  Board: (board) =>
    board.plan.drawing.kind === "heated" ? (
      <HeatBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "warm",
  tools: { warm: WarmTool },
  WorkLog: WarmthRead,
};
