import type { Imported, ReadFile } from "../../api/client";
import { metalsQuery } from "../../api/queries";
import { FileDialog } from "../../parts/FileDialog";

type Amount = ReadFile["certificates"][number]["amounts"][string];

/** An element's amount as certificates write it. */
const amountWords = ([element, { low_pct: low, high_pct: high }]: [string, Amount]) =>
  `${element} ${low === null ? `<${high}` : low === high ? high : `${low}-${high}`}`;

/** Certificates from a file. */
export function ImportDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <FileDialog<ReadFile, Imported>
      open={open}
      onClose={onClose}
      title="Import certificates"
      about="A CSV or JSON file: a column heat, one alloy where a grade is named, and one for each element by symbol or name, in % or ppm; or an element in each row and a heat in each column. Everything in it is taken, or nothing."
      label="Certificate file"
      lookInto="/api/metals/preview"
      take="/api/metals/import"
      queryKey={metalsQuery.queryKey}
      read={(held) =>
        held.certificates.map((certificate) => ({
          name: certificate.heat,
          about: `${certificate.alloy}${held.by_analysis.includes(certificate.heat) ? ", by its analysis: no grade is named" : ""} · ${Object.entries(certificate.amounts).map(amountWords).join(", ")}`,
        }))
      }
      summary={(came) =>
        `${came.added.length} taken in${came.already_there.length > 0 ? `; there already: ${came.already_there.join(", ")}` : ""}`
      }
    />
  );
}
