import type { ScorePart } from "../../api/client";

interface ScoreTableProps {
  points: number;
  parts: readonly ScorePart[];
}

/** What a try is worth, part by part, and why. */
export function ScoreTable({ points, parts }: ScoreTableProps) {
  return (
    <table className="w-full text-left">
      <caption className="mb-1 text-left font-narrow text-xl font-semibold">
        {Math.round(points)} of 100
      </caption>
      <tbody>
        {parts.map((part) => (
          <tr key={part.label} className="border-t border-line align-baseline">
            <th scope="row" className="py-1.5 pr-3 font-semibold">
              {part.label}
            </th>
            <td className="py-1.5 pr-3 text-mute">{part.why}</td>
            <td className="py-1.5 text-right whitespace-nowrap tabular-nums">
              {Math.round(part.points)}
              {part.most > 0 && <span className="text-mute"> of {Math.round(part.most)}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
