import type { ReactNode } from "react";

interface FormLineProps {
  id: string;
  label: string;
  /** What is wrong with what was typed, in words. */
  fault: string | null;
  children: ReactNode;
}

/** One labelled line of a form, with its fault under it. */
export function FormLine({ id, label, fault, children }: FormLineProps) {
  return (
    <div>
      <label htmlFor={id} className="mb-1 block">
        {label}
      </label>
      {children}
      {fault && (
        <p role="alert" className="mt-1 text-sm text-stop">
          {fault}
        </p>
      )}
    </div>
  );
}
