import { useState } from "react";
import { ApiError, type Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { useRecord } from "./useRecord";

/** The as-built record, and the signature under it. */
export function SignSheet() {
  const { data, error } = useRecord();
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Putting the record together ...</p>;
  return (
    <div className="space-y-4">
      <Signing record={data} />
      <Table
        title="As built"
        heads={["Circuit", "What", "Planned", "As built"]}
        rows={data.fitted.map((f) => [
          f.circuit,
          f.what,
          f.planned,
          f.differs ? f.is : "as planned",
        ])}
        strong={data.fitted.map((f) => f.differs)}
      />
      <Table
        title="Fuse map"
        heads={["Circuit", "Fuse", "Where"]}
        rows={data.fuses.map((f) => [f.circuit, f.rating, f.place])}
      />
      <Table
        title="Readings"
        heads={["Check", "Expected", "Read"]}
        rows={data.readings.map((r) => [
          r.name,
          r.window,
          `${r.read}${r.is_off ? " (outside)" : ""}`,
        ])}
        strong={data.readings.map((r) => r.is_off)}
      />
      <Lines title="Marked done with something open" lines={data.done_open} />
      <Lines title="Cut, drilled, taken off" lines={data.cut} />
      <Lines title="Left coiled" lines={data.slack} />
      <Lines
        title="Coding values"
        lines={data.coding.map((c) => `${c.module}: ${c.text}`)}
        wrong={data.coding.map((c) => c.is_wrong)}
      />
      <Lines title="Light at marked spots" lines={data.lux.map((l) => `${l.spot}: ${l.text}`)} />
      <Lines title="Aim" lines={data.aim} />
    </div>
  );
}

function Signing({ record }: { record: Schemas["AsBuilt"] }) {
  const { sign, reopen } = useDesk();
  const [why, setWhy] = useState("");
  const [fault, setFault] = useState<string>();
  const last = record.signed.at(-1);
  const isSigned = last && !last.opened;
  const act = (done: Promise<void>) =>
    done.then(
      () => {
        setFault(undefined);
        setWhy("");
      },
      (e) => setFault(e instanceof ApiError ? e.problem.detail : "It was not done."),
    );
  return (
    <section aria-label="Signature" className="card space-y-3 p-4">
      {isSigned ? (
        <>
          <p className="flex items-center gap-2 text-lg font-semibold">
            <Mark shape="done" size={20} /> Signed by {last.by} on {last.at.slice(0, 10)}
          </p>
          {last.left_open && (
            <>
              <p>
                With this open: {last.why}
                {last.answers_for && `; ${last.answers_for} answers for it`}
              </p>
              <Marked lines={last.left_open} shape="mind" />
            </>
          )}
          {record.next && (
            <p>
              Next look: <span className="font-reading">{record.next.day}</span>
              {record.next.is_over && <strong className="text-ochre"> is over</strong>}
            </p>
          )}
          <form
            className="flex flex-wrap items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              act(reopen(why));
            }}
          >
            <label className="min-w-60 flex-1">
              <span className="block text-sm text-soft">Reason for reopening it</span>
              <input className="field" value={why} onChange={(e) => setWhy(e.target.value)} />
            </label>
            <Button type="submit">Open a new revision</Button>
          </form>
        </>
      ) : (
        <>
          <p>
            Not signed. Signed, it stays as it is: readings, marks and visits are still added, all
            else needs a new revision.
          </p>
          {record.holds.length > 0 ? (
            <ul>
              {record.holds.map((h) => (
                <li key={h} className="flex gap-2">
                  <Mark shape="stop" /> {h}
                </li>
              ))}
            </ul>
          ) : (
            <Closing record={record} sign={(closing) => act(sign(closing))} />
          )}
        </>
      )}
      {record.signed
        .filter((s) => s.opened)
        .map((s) => (
          <p key={s.at} className="text-sm text-soft">
            Signed by {s.by} on {s.at.slice(0, 10)}, opened again by {s.opened?.by} on{" "}
            {s.opened?.at.slice(0, 10)}: {s.opened?.why}
          </p>
        ))}
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
    </section>
  );
}

function Marked({ lines, shape }: { lines: string[]; shape: "stop" | "mind" }) {
  return (
    <ul>
      {lines.map((line) => (
        <li key={line} className="flex gap-2">
          <Mark shape={shape} /> {line}
        </li>
      ))}
    </ul>
  );
}

/** What is still open stands above the signature, with the reason and the name that it takes to sign over it. */
function Closing({
  record,
  sign,
}: {
  record: Schemas["AsBuilt"];
  sign: (closing: Schemas["Closing"]) => void;
}) {
  const [why, setWhy] = useState("");
  const [who, setWho] = useState("");
  const { stops, left_open } = record;
  return (
    <form
      className="space-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        sign({ why, answers_for: who });
      }}
    >
      {stops.length > 0 && (
        <>
          <Marked lines={stops} shape="stop" />
          <label className="block">
            <span className="block text-sm text-soft">Who answers for it</span>
            <input className="field" value={who} onChange={(e) => setWho(e.target.value)} />
          </label>
        </>
      )}
      {left_open.length > 0 && (
        <>
          <p className="font-semibold">Still open</p>
          <Marked lines={left_open} shape="mind" />
          <label className="block">
            <span className="block text-sm text-soft">Reason for signing anyway</span>
            <input className="field" value={why} onChange={(e) => setWhy(e.target.value)} />
          </label>
        </>
      )}
      <Button type="submit" kind="main" className="min-h-12 text-lg">
        Sign
      </Button>
    </form>
  );
}

function Table({
  title,
  heads,
  rows,
  strong,
}: {
  title: string;
  heads: string[];
  rows: string[][];
  strong?: boolean[];
}) {
  if (rows.length === 0) return null;
  return (
    <section aria-label={title} className="card overflow-x-auto p-4">
      <h2 className="text-base">{title}</h2>
      <table className="w-full text-left">
        <thead className="text-sm text-soft">
          <tr>
            {heads.map((h) => (
              <th key={h} scope="col" className="py-1 pr-3 font-normal">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, k) => (
            <tr
              key={row.join("|")}
              className={`border-t border-line align-top ${strong?.[k] ? "font-semibold text-ochre" : ""}`}
            >
              {row.map((cell, c) => (
                <td key={heads[c]} className="py-1 pr-3">
                  {c === 0 && cell === rows[k - 1]?.[0] ? (
                    <span className="sr-only">{cell}</span>
                  ) : (
                    cell
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Lines({ title, lines, wrong }: { title: string; lines: string[]; wrong?: boolean[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-label={title} className="card p-4">
      <h2 className="text-base">{title}</h2>
      <ul>
        {lines.map((l, k) => (
          <li key={l} className="flex gap-2 border-t border-line py-1">
            {wrong?.[k] && <Mark shape="stop" />}
            {l}
          </li>
        ))}
      </ul>
    </section>
  );
}
