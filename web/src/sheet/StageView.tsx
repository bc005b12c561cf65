import { use, useEffect } from "react";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { TabbedPages } from "../ui/TabbedPages";
import { useNarrow } from "../ui/useMedia";
import { useDesk } from "./desk";
import { NextQuestion } from "./NextQuestion";
import { fetchStages, stageParts } from "./stageParts";
import { isSigned, labelOf, ON_THE_FLOOR, pagesOf, type Stage } from "./stages";

/** The other stages are fetched once this one stands, ms after. */
const FETCH_AFTER_MS = 300;

/** Where a phone opens a stage, if not at its first page: what is read at the vehicle. */
const AT_THE_VEHICLE: Partial<Record<Stage, string>> = { look: "Walk" };

/** One stage: its facts on the left, its pages on the right. */
export function StageView({ stage, page }: { stage: Stage; page: string | undefined }) {
  const { Panel, pages } = use(stageParts(stage));
  const { job, answers, go } = useDesk();
  const isNarrow = useNarrow();
  useEffect(() => {
    const later = window.setTimeout(fetchStages, FETCH_AFTER_MS);
    return () => window.clearTimeout(later);
  }, []);
  const isOnFloor = isNarrow && ON_THE_FLOOR.includes(stage);
  const titles = pagesOf(stage);
  const first = (isNarrow ? AT_THE_VEHICLE[stage] : undefined) ?? titles[0];
  return (
    <div
      data-lengths={job.shop?.units?.lengths}
      className="grid gap-5 p-5 max-md:p-3 max-md:pt-0 lg:grid-cols-[330px_minmax(0,1fr)] print:block print:p-0"
    >
      <aside
        aria-label="Facts"
        className={`no-print min-w-0 ${ON_THE_FLOOR.includes(stage) ? "max-lg:order-last" : ""}`}
      >
        <Panel />
      </aside>
      <main className="min-w-0 space-y-4">
        <AsLastHeard />
        <Frozen stage={stage} />
        {/* At the vehicle the first screen is for the step, the reading or the lamp. */}
        {isSigned(answers) || isOnFloor ? null : <NextQuestion stage={stage} go={go} />}
        <TabbedPages
          label={labelOf(stage)}
          shown={page ?? first}
          show={(title) => go(stage, title)}
          pages={titles.flatMap((title) => {
            const Page = pages[title];
            return Page ? [{ title, content: <Page /> }] : [];
          })}
        />
      </main>
    </div>
  );
}

/** Says that the job is shown as this device heard it last. */
function AsLastHeard() {
  const { keptAt } = useDesk();
  if (keptAt === undefined) return null;
  const when = new Date(keptAt).toLocaleString(undefined, {
    dateStyle: "medium",
    timeStyle: "short",
  });
  return (
    <p className="no-print card border-2 !border-ochre p-3" role="status">
      No connection: the job as it was on {when}. Marks and readings are kept here.
    </p>
  );
}

/** Says on every stage that a signed job stays as it is. */
function Frozen({ stage }: { stage: Stage }) {
  const { job, answers, go } = useDesk();
  const signed = job.record?.signed?.at(-1);
  if (!signed || !isSigned(answers) || stage === "sign") return null;
  return (
    <p className="no-print card flex flex-wrap items-center gap-2 p-3" role="note">
      <Mark shape="done" />
      Signed by {signed.by} on {signed.at.slice(0, 10)}: it stays as it is.
      <Button kind="quiet" onClick={() => go("sign")}>
        Open a new revision
      </Button>
    </p>
  );
}
