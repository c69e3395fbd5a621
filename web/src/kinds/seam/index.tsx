import type { Room } from "../room";
import { PuddleTool, SeamTool } from "./RunTools";
import { SeamBoard } from "./SeamBoard";
import { TackBoard } from "./TackBoard";
import { TackTool } from "./TackTool";

export const SEAM: Room = {
  Board: (board) =>
    board.plan.drawing.kind === "seam" ? (
      <SeamBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "tack-and-run",
  WorkBoard: TackBoard,
  tools: { tacks: TackTool, puddle: PuddleTool, seam: SeamTool },
};
