import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { named } from "../../sheet/jobPath";
import { getAt, setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { FigureBox } from "../../ui/FigureBox";
import { TextField } from "../../ui/fields";
import { Mark } from "../../ui/Mark";
import { OneAtATime, useListed } from "../../ui/OneAtATime";
import { useWithUnit } from "../../ui/units";
import { useNarrow } from "../../ui/useMedia";
import { PictureRow, TakePicture } from "../sign/PictureList";
import { usePictures } from "../sign/usePictures";

type LookReading = Schemas["LookReading"];

/** Where this device remembers that the whole walk is wanted at once. */
const LISTED = "jovek.look.listed";

/** One probe or string after the other: where the leads go, the box for the figure, the verdict at once. */
export function LookWalk() {
  const { job, answers } = useDesk();
  const isNarrow = useNarrow();
  const [isList, list] = useListed(LISTED);
  // A length that was just measured is no longer asked for: it stays in its place until the page is left.
  const [begun] = useState(answers.look);
  const now = new Map(answers.look.map((r) => [r.path, r]));
  const fresh = answers.look.filter((r) => !begun.some((b) => b.path === r.path));
  const rows = [...begun.map((b) => now.get(b.path) ?? b), ...fresh].filter(
    (r) => now.has(r.path) || r.unit === "m",
  );
  if (rows.length === 0)
    return (
      <p className="card p-4">
        Nothing to read here: no factory wire is used, and every length is measured.
      </p>
    );
  const cards = rows.map((r) => <Card key={r.path} reading={r} />);
  if (isNarrow && !isList)
    return (
      <OneAtATime
        what="Reading"
        rows={cards}
        firstOpen={rows.findIndex((r) => getAt(job, r.path) == null)}
        all={{ label: "All readings", show: () => list(true) }}
      />
    );
  return (
    <>
      {isNarrow && <Button onClick={() => list(false)}>One at a time</Button>}
      <ol className="grid gap-3 xl:grid-cols-2" aria-label="Walk">
        {cards}
      </ol>
    </>
  );
}

function Card({ reading }: { reading: LookReading }) {
  const { id, job, edit } = useDesk();
  const pictures = usePictures(id);
  const withUnit = useWithUnit();
  const held = getAt(job, reading.path) as number | undefined;
  return (
    <li className="card space-y-2 p-3" data-look={reading.path}>
      <h3 className="text-base">{reading.name}</h3>
      <p className="text-sm">{reading.how}</p>
      <p className="flex gap-2 text-sm" role="status">
        <Mark
          shape={
            reading.is_good == null
              ? held == null
                ? "open"
                : "mind"
              : reading.is_good
                ? "done"
                : "blocked"
          }
        />
        {reading.says ??
          (held != null
            ? withUnit(held, reading.unit)
            : reading.assumed_text
              ? `Not measured: ${reading.assumed_text} assumed`
              : "Not read yet")}
      </p>
      <FigureBox
        main
        label={`${reading.name}, reading`}
        unit={reading.unit}
        keep={(figure) => edit((j) => setAt(j, reading.path, figure))}
      />
      <div className="flex flex-wrap items-end gap-3">
        {reading.colour_path && (
          <div className="min-w-32 flex-1">
            <TextField path={named(reading.colour_path)} label="Colour as found" />
          </div>
        )}
        <TakePicture shows={reading.name} add={pictures.add} className="max-md:min-h-[56px]">
          Picture
        </TakePicture>
      </div>
      <PictureRow {...pictures} shows={reading.name} />
    </li>
  );
}
