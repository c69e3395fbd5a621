import { TileFlame } from "../../parts/TilePicture";
import type { Room } from "../room";
import { HeatBoard } from "./HeatBoard";
import { WarmTool } from "./WarmTool";
import { WarmthRead } from "./WarmthRead";

export const HEAT: Room = {
  tile: (
    <>
      <path d="M22 10h28l8 10-8 10H22l-8-10z" fill="var(--shade)" />
      <circle cx="36" cy="20" r="6" fill="var(--panel)" />
      <TileFlame x={36} y={30} />
    </>
  ),
  Board: (board) =>
    board.plan.drawing.kind === "heated" ? (
      <HeatBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "warm",
  tools: { warm: WarmTool },
  WorkLog: WarmthRead,
};
