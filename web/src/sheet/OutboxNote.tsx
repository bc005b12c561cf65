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
      {refused && (
        <p role="alert" className="card border-2 !border-rust p-3">
          Not taken: {refused}
        </p>
      )}
    </>
  );
}

function counted(waiting: Waiting[]): string {
  const marks = waiting.filter((w) => "mark" in w).length;
  const readings = waiting.flatMap((w) => ("readings" in w ? w.readings : [])).length;
  const of = (n: number, word: string) => (n === 0 ? [] : [`${n} ${word}${n === 1 ? "" : "s"}`]);
  const what = [...of(marks, "mark"), ...of(readings, "reading")].join(" and ");
  return `${what} ${marks + readings === 1 ? "waits" : "wait"}`;
}
