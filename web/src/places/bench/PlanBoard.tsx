import type { BoardProps } from "../../kinds/room";
import { roomOf } from "../../kinds/rooms";

/** The piece as it is drawn and typed: one board for each kind of job. */
export function PlanBoard(props: BoardProps) {
  const { Board } = roomOf(props.plan);
  return <Board {...props} />;
}
