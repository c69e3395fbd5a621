import type { Room } from "../room";
import { MemberBoard } from "./MemberBoard";
import { RoundsRead } from "./RoundsRead";
import { RoundTool } from "./RoundTool";

export const STRAIGHTEN: Room = {
  Board: (board) =>
    board.plan.drawing.kind === "member" ? (
      <MemberBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "rounds",
  tools: { rounds: RoundTool },
  WorkLog: RoundsRead,
};
