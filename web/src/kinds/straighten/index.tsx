import { TileFlame } from "../../parts/TilePicture";
import type { Room } from "../room";
import { MemberBoard } from "./MemberBoard";
import { RoundsRead } from "./RoundsRead";
import { RoundTool } from "./RoundTool";

export const STRAIGHTEN: Room = {
  tile: (
    <>
      <path d="M4 16q32 16 64 0v9q-32 16-64 0z" fill="var(--shade)" />
      <path d="M4 38h64" strokeDasharray="3 3" />
      <TileFlame x={36} y={6} />
    </>
  ),
  Board: (board) =>
    board.plan.drawing.kind === "member" ? (
      <MemberBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "rounds",
  tools: { rounds: RoundTool },
  WorkLog: RoundsRead,
};
