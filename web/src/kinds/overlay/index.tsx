import type { Room } from "../room";
import { FoundRead } from "./FoundRead";
import { LayerTool } from "./LayerTool";
import { LookTool } from "./LookTool";
import { OverlayBoard } from "./OverlayBoard";

export const OVERLAY: Room = {
  Board: (board) =>
    board.plan.drawing.kind === "faced" ? (
      <OverlayBoard {...board} drawing={board.plan.drawing} />
    ) : null,
  workAt: "layers",
  tools: { layers: LayerTool, "overlay-look": LookTool },
  WorkLog: FoundRead,
};
