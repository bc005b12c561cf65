import { Button } from "../ui/Button";
import { useDesk } from "./desk";
import type { Waiting } from "./useOutbox";

/** Says what waits for a connection, and what was not taken once there was one. */
export function OutboxNote() {
  const { outbox } = useDesk();
  const { waiting, refused } = outbox;
  return (
    <>
      {waiting.length > 0 && (
        <p role="status" className="card border-2 !border-ochre p-3">
          {counted(waiting)} for a connection: kept here, sent by itself.
        </p>
      )}
      {refused.map(({ item, why }, k) => (
        // What was refused has no id: its place in the list is what it is.
        <div key={k} role="alert" className="card border-2 !border-rust p-3">
          <p>
            Not taken, kept here: {said(item)}. {why}
          </p>
          <div className="mt-2 flex gap-2">
            <Button onClick={() => outbox.again(k)}>Send again</Button>
            <Button kind="quiet" onClick={() => outbox.letGo(k)}>
              Discard
            </Button>
          </div>
        </div>
      ))}
    </>
  );
}

/** What it was, with its time. */
function said(item: Waiting): string {
  if ("mark" in item) {
    const at = item.mark.at?.slice(11, 16);
    return `mark "${item.mark.mark}"${at ? ` of ${at} UTC` : ""}`;
  }
  const n = item.readings.length;
  return n === 1 ? "1 reading" : `${n} readings`;
}

function counted(waiting: Waiting[]): string {
  const marks = waiting.filter((w) => "mark" in w).length;
  const readings = waiting.flatMap((w) => ("readings" in w ? w.readings : [])).length;
  const of = (n: number, word: string) => (n === 0 ? [] : [`${n} ${word}${n === 1 ? "" : "s"}`]);
  const what = [...of(marks, "mark"), ...of(readings, "reading")].join(" and ");
  return `${what} ${marks + readings === 1 ? "waits" : "wait"}`;
}
