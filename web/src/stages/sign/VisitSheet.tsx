import { useState } from "react";
import { ApiError, type Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { useRecord } from "./useRecord";

const KINDS = { first_month: "First month", yearly: "Yearly", complaint: "Complaint" } as const;
const SHAPES = { steady: "done", moved: "mind", out: "fix" } as const;
const WORDS = { steady: "steady", moved: "moved", out: "outside" } as const;

/** Visits after the signature, and old readings beside new ones. */
export function VisitSheet() {
  const { data, error } = useRecord();
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Looking back ...</p>;
  if (data.signed.length === 0)
    return <p className="card p-4">Visits come after the job is signed.</p>;
  const order = { out: 0, moved: 1, steady: 2 };
  const drift = [...data.drift].sort((a, b) => order[a.drifted] - order[b.drifted]);
  return (
    <div className="space-y-4">
      <NewVisit next={data.next} />
      <section aria-label="Visits" className="card p-4">
        <h2 className="text-base">Visits</h2>
        {data.visits.length === 0 && <p className="text-soft">None yet.</p>}
        <ul>
          {data.visits.map((v) => (
            <li key={v.at} className="border-t border-line py-1">
              <span className="font-reading">{v.at.slice(0, 10)}</span> {KINDS[v.kind]}, {v.by}
              {v.note && <span className="block">{v.note}</span>}
            </li>
          ))}
        </ul>
      </section>
      {drift.length > 0 && (
        <section aria-label="Drift" className="card overflow-x-auto p-4">
          <h2 className="text-base">What has drifted since it was signed</h2>
          <ul>
            {drift
              .filter((d) => d.drifted !== "steady")
              .map((d) => (
                <li key={d.name} className="flex gap-2 font-semibold text-ochre">
                  <Mark shape={SHAPES[d.drifted]} /> {d.says}.
                </li>
              ))}
          </ul>
          <table className="mt-2 w-full text-left">
            <thead className="text-sm text-soft">
              <tr>
                {["Check", "Then", "Now", ""].map((h) => (
                  <th key={h} scope="col" className="py-1 pr-3 font-normal">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {drift.map((d) => (
                <tr key={d.name} className="border-t border-line">
                  <td className="py-1 pr-3">{d.name}</td>
                  <td className="py-1 pr-3 font-reading whitespace-nowrap">{d.old_text}</td>
                  <td className="py-1 pr-3 font-reading whitespace-nowrap">{d.new_text}</td>
                  <td className="py-1">
                    <span className="flex items-center gap-2">
                      <Mark shape={SHAPES[d.drifted]} /> {WORDS[d.drifted]}
                    </span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
    </div>
  );
}

function NewVisit({ next }: { next?: Schemas["Due"] | null | undefined }) {
  const { addVisit } = useDesk();
  const [kind, setKind] = useState<Schemas["VisitKind"]>(next?.kind ?? "yearly");
  const [note, setNote] = useState("");
  const [fault, setFault] = useState<string>();
  return (
    <form
      className="card flex flex-wrap items-end gap-3 p-4"
      onSubmit={(e) => {
        e.preventDefault();
        addVisit({ kind, note }).then(
          () => setNote(""),
          (err) => setFault(err instanceof ApiError ? err.problem.detail : "It was not saved."),
        );
      }}
    >
      {next && (
        <p className="w-full">
          Next look: {KINDS[next.kind].toLowerCase()},{" "}
          <span className="font-reading">{next.day}</span>
          {next.is_over && <strong className="text-ochre"> is over</strong>}
        </p>
      )}
      <label>
        <span className="block text-sm text-soft">Visit</span>
        <select
          className="field min-h-[44px]"
          value={kind}
          onChange={(e) => setKind(e.target.value as Schemas["VisitKind"])}
        >
          {Object.entries(KINDS).map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <label className="min-w-60 flex-1">
        <span className="block text-sm text-soft">Seen and done</span>
        <input
          className="field min-h-[44px]"
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
      </label>
      <Button kind="main" type="submit" className="min-h-[44px]">
        Begin the visit
      </Button>
      <p className="w-full text-sm text-soft">
        Readings taken under Prove from then on stand beside those of the signature.
      </p>
      {fault && (
        <p role="alert" className="w-full text-rust">
          {fault}
        </p>
      )}
    </form>
  );
}
