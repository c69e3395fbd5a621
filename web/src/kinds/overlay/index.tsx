import { TileFlame } from "../../parts/TilePicture";
import type { Room } from "../room";
import { FoundRead } from "./FoundRead";
import { LayerTool } from "./LayerTool";
import { LookTool } from "./LookTool";
import { OverlayBoard } from "./OverlayBoard";

export const OVERLAY: Room = {
  tile: (
    <>
      <path d="M10 26h52v12H10z" fill="var(--shade)" />
      <path d="M14 26q4-7 10 0q4-7 10 0q4-7 10 0q4-7 10 0z" fill="var(--copper)" />
      <TileFlame x={48} y={4} />
    </>
  ),
  Board: (board) =>
    board.plan.drawing.kind === "faced" ? (
      <OverlayBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "layers",
  tools: { layers: LayerTool, "overlay-look": LookTool },
  WorkLog: FoundRead,
};
