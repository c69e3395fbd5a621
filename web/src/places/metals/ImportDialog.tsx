import type { Imported, ReadFile } from "../../api/client";
import { metalsQuery } from "../../api/queries";
import { FileDialog } from "../../parts/FileDialog";

/** Certificates from a file. */
export function ImportDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <FileDialog<ReadFile, Imported>
      open={open}
      onClose={onClose}
      title="Import certificates"
      about="A CSV or JSON file: a column heat, a column alloy, and one for each element, in % or ppm. Everything in it is taken, or nothing."
      label="Certificate file"
      lookInto="/api/metals/look-into"
      take="/api/metals/import"
      queryKey={metalsQuery.queryKey}
      read={(held) =>
        held.certificates.map((certificate) => ({
          name: certificate.heat,
          about: `${certificate.alloy} · ${Object.keys(certificate.amounts).join(" ")}`,
        }))
      }
      told={(came) =>
        `${came.added.length} taken in${came.already_there.length > 0 ? `; there already: ${came.already_there.join(", ")}` : ""}`
      }
    />
  );
}
