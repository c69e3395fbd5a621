import { TileFlame } from "../../parts/TilePicture";
import type { Room } from "../room";
import { PuddleTool, SeamTool } from "./RunTools";
import { SeamBoard } from "./SeamBoard";
import { TackBoard } from "./TackBoard";
import { TackTool } from "./TackTool";

export const SEAM: Room = {
  tile: (
    <>
      <path d="M4 26h30v8H4zM38 26h30v8H38z" fill="var(--shade)" />
      <path d="M30 26q6-7 12 0q2 8-6 9q-8-1-6-9z" fill="var(--steel)" />
      <TileFlame x={36} y={4} />
    </>
  ),
  Board: (board) =>
    board.plan.drawing.kind === "seam" ? (
      <SeamBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "tack-and-run",
  WorkBoard: TackBoard,
  tools: { tacks: TackTool, puddle: PuddleTool, seam: SeamTool },
};
