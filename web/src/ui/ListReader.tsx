import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ApiError, type Schemas } from "../api/client";
import { Button } from "./Button";

interface Read<Row> {
  good: Row[];
  bad: Schemas["BadRow"][];
}

/** A list read from CSV: bad rows are named, good ones offered; nothing is kept before somebody takes them. */
export function ListReader<Row>({
  read,
  take,
  tell,
}: {
  read: (text: string) => Promise<Read<Row>>;
  take: (rows: Row[]) => Promise<unknown>;
  /** What a good row would do; nothing is listed without it. */
  tell?: (row: Row) => ReactNode;
}) {
  const [text, setText] = useState("");
  const reading = useMutation({ mutationFn: read });
  const taking = useMutation({
    mutationFn: take,
    onSuccess: () => {
      reading.reset();
      setText("");
    },
  });
  const problem = [reading.error, taking.error].find((e) => e instanceof ApiError);
  return (
    <>
      <label className="block text-sm text-soft">
        Read a list from a file
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          className="field text-ink"
          onChange={async (e) => {
            const file = e.target.files?.[0];
            if (!file) return;
            const found = await file.text();
            setText(found);
            reading.mutate(found);
          }}
        />
      </label>
      <label className="block text-sm text-soft">
        or paste it
        <textarea
          className="field h-28 font-reading text-xs text-ink"
          value={text}
          spellCheck={false}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <Button disabled={!text.trim()} onClick={() => reading.mutate(text)}>
        Read the list
      </Button>
      {problem instanceof ApiError && (
        <p role="alert" className="text-rust">
          {problem.problem.detail}
        </p>
      )}
      {reading.data && (
        <section aria-label="The list as read" className="card space-y-2 p-3">
          <BadRows rows={reading.data.bad} />
          {tell && (
            <ul className="max-h-64 overflow-auto text-sm">
              {reading.data.good.map((row, i) => (
                <li key={i} className="border-t border-line py-1">
                  {tell(row)}
                </li>
              ))}
            </ul>
          )}
          <div className="flex flex-wrap gap-3">
            <Button
              disabled={reading.data.good.length === 0}
              onClick={() => taking.mutate(reading.data.good)}
            >
              Take the {reading.data.good.length} good{" "}
              {reading.data.good.length === 1 ? "row" : "rows"}
            </Button>
            <Button kind="quiet" onClick={() => reading.reset()}>
              Discard
            </Button>
          </div>
        </section>
      )}
    </>
  );
}

function BadRows({ rows }: { rows: Schemas["BadRow"][] }) {
  if (rows.length === 0) return null;
  return (
    <div role="alert">
      <p className="font-semibold">
        {rows.length} {rows.length === 1 ? "row" : "rows"} cannot be taken
      </p>
      <ul className="mt-1 space-y-1 text-sm">
        {rows.map((b) => (
          <li key={b.line}>
            <span className="font-reading">line {b.line}</span>: {b.text}
            <span className="block pl-4 text-rust">{b.why}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
