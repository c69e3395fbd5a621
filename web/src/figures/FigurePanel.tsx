import type { Changes, Figure, MetalFamily } from "../api/client";
import { AnswerChooser } from "./AnswerChooser";
import { CurveBlock } from "./CurveBlock";
import { MethodLines } from "./MethodLines";
import { OwnChooser } from "./OwnChooser";
import { ScaleBar } from "./ScaleBar";
import { SchoolChooser } from "./SchoolChooser";
import { StackBar } from "./StackBar";
import { WorkingLines } from "./WorkingLines";
import { kindOf } from "./figureText";

interface FigurePanelProps {
  figure: Figure;
  family: MetalFamily;
  faults: Record<string, unknown>;
  onChange: (changes: Changes) => Promise<boolean>;
  onTaken: () => void;
}

/** Everything behind one figure: what it is judged by, its answers, its schools, one's own, how it
 * came about. */
export function FigurePanel({ figure, family, faults, onChange, onTaken }: FigurePanelProps) {
  const { asks, choice, own = [], methods = [], working = [] } = figure;
  const unit = kindOf(figure);
  return (
    <div className="space-y-5">
      {figure.detail && <p>{figure.detail}</p>}
      {figure.scale && <ScaleBar figure={figure} />}
      {figure.stack && <StackBar stack={figure.stack} />}
      {figure.curve && <CurveBlock curve={figure.curve} />}
      {methods.length > 0 && <MethodLines lines={methods} unit={unit} />}
      {asks && (
        <AnswerChooser
          asks={asks}
          focused
          onAnswer={(chosen) => {
            void onChange({ [asks.field]: chosen });
            onTaken();
          }}
        />
      )}
      {choice && (
        <section>
          <h3 className="mb-2 font-narrow text-lg font-semibold">{choice.question}</h3>
          <SchoolChooser choice={choice} unit={unit} onChange={onChange} />
        </section>
      )}
      {own.length > 0 && (
        <section>
          <h3 className="mb-2 font-narrow text-lg font-semibold">Mine</h3>
          {own.map((one) => (
            <OwnChooser
              key={one.field}
              own={one}
              family={family}
              error={faults[one.field]}
              onChange={onChange}
              onTaken={onTaken}
            />
          ))}
        </section>
      )}
      {working.length > 0 && <WorkingLines lines={working} />}
    </div>
  );
}
