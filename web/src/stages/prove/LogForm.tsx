import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";

/** A log of readings as CSV: looked at first, then kept. */
export function LogForm() {
  const { job, addReadings } = useDesk();
  const [text, setText] = useState("");
  const [read, setRead] = useState<Schemas["LogRead"]>();
  const [says, setSays] = useState<string>();
  const tell = (e: unknown) =>
    setSays(e instanceof ApiError ? e.problem.detail : "The log was not read.");
  const look = async (log: string) => {
    setText(log);
    setSays(undefined);
    try {
      setRead(await unwrap(api.POST("/api/readings/read", { body: { job, text: log } })));
    } catch (e) {
      setRead(undefined);
      tell(e);
    }
  };
  const keep = async () => {
    if (!read) return;
    try {
      await addReadings(read.good);
      setSays(`${read.good.length} readings kept.`);
      setRead(undefined);
      setText("");
    } catch (e) {
      tell(e);
    }
  };
  return (
    <details className="card p-3">
      <summary className="min-h-11 cursor-pointer font-semibold">Readings from a log (CSV)</summary>
      <div className="space-y-3 pt-2">
        <p className="text-sm text-soft">
          Columns check and value; at, by and unit where there are. A check by its id or its name.
        </p>
        <label className="block">
          <span className="text-sm text-soft">Log</span>
          <textarea
            className="field min-h-24 font-mono text-sm"
            value={text}
            placeholder={"check,value,at,by\nbattery.rest_v,12.61,2026-03-02T09:30:00Z,Mara"}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <div className="flex flex-wrap items-center gap-3">
          <label className="block">
            <span className="text-sm text-soft">or a file</span>
            <input
              type="file"
              accept=".csv,text/csv"
              className="block"
              onChange={async (e) => {
                const file = e.target.files?.[0];
                if (file) look(await file.text());
              }}
            />
          </label>
          <Button onClick={() => look(text)}>Look at it</Button>
          {read && read.good.length > 0 && (
            <Button kind="main" onClick={keep}>
              Keep {read.good.length}
            </Button>
          )}
        </div>
        <div role="status">
          {says && <p>{says}</p>}
          {read && (
            <>
              <p>
                {read.good.length} can be kept, {read.bad.length} cannot.
              </p>
              <ul className="list-disc pl-5 text-sm text-rust">
                {read.bad.map((b) => (
                  <li key={b.line}>
                    Line {b.line}: {b.text}: {b.why}
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      </div>
    </details>
  );
}
