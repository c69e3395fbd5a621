import type { BenchState, SoapPlace } from "../../api/client";

interface LeakSoapProps {
  places: BenchState["leak_asked"]["soap"];
  soaped: readonly SoapPlace[];
  onSoaped: (places: readonly SoapPlace[]) => void;
}

/** The way of a cylinder whose gauge shows too little to fall: soap, with its valve open. */
export function LeakSoap({ places, soaped, onSoaped }: LeakSoapProps) {
  return (
    <fieldset className="panel mt-3 p-3">
      <legend className="px-1 font-semibold">Nearly empty: soap vouches for its side</legend>
      <p className="text-base">Valve open, soapy water on each. Tick what showed no bubble.</p>
      <div className="grid sm:grid-cols-2">
        {places.map(({ place, name }) => (
          <label key={place} className="flex min-h-[60px] items-center gap-3 text-xl">
            <input
              type="checkbox"
              className="size-8"
              checked={soaped.includes(place)}
              onChange={(event) =>
                onSoaped(
                  event.target.checked ? [...soaped, place] : soaped.filter((one) => one !== place),
                )
              }
            />
            <span className="first-letter:uppercase">{name}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}
