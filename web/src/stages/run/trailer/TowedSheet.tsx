import type { Schemas } from "../../../api/client";
import { useDesk } from "../../../sheet/desk";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import { CheckField, ChoiceField, NumberField } from "../../../ui/fields";
import { Mark } from "../../../ui/Mark";

type Link = Schemas["LinkReport"];
type Towed = Schemas["TowedAnswer"];

const ENDS = [
  { value: "rear", label: "at its rear lamps" },
  { value: "front", label: "in front, at its fuse box" },
];

/** A vehicle on its own wheels behind another: diodes, battery, every combination of lamps. */
export function TowedSheet({ link }: { link: Link }) {
  const { edit, catalog } = useDesk();
  const towed = link.towed;
  if (!towed)
    return (
      <div className="card space-y-3 p-4">
        <p>
          A car or pickup on its own wheels: its rear lamps obey the towing vehicle without the two
          systems feeding each other.
        </p>
        <Button onClick={() => edit((j) => setAt(j, "trailer.towed", catalog.fresh.towed))}>
          It is a towed vehicle
        </Button>
      </div>
    );
  return (
    <>
      <section aria-label="Towed vehicle" className="card no-print space-y-3 p-3">
        <div className="grid gap-2 sm:grid-cols-4">
          <ChoiceField path="trailer.towed.tie_in" label="Lead joins" options={ENDS} />
          <NumberField path="trailer.towed.key_on_a" label="Key takes" unit="A" />
          <NumberField path="trailer.towed.charged_a" label="Lead charges" unit="A" />
          <NumberField path="trailer.towed.hours" label="Longest tow" unit="h" />
        </div>
        <div className="flex flex-wrap gap-x-6">
          <CheckField
            path="trailer.towed.brakes_itself"
            label="Its brake pedal is pressed on the tow"
          />
          <CheckField
            path="trailer.towed.is_stop_cut"
            label="A relay opens its own stop lamp wire"
          />
        </div>
        <Button kind="quiet" onClick={() => edit((j) => setAt(j, "trailer.towed", undefined))}>
          It is a trailer
        </Button>
      </section>
      <Combinations towed={towed} />
      <Pairs towed={towed} />
      {towed.drain && (
        <section aria-label="Its battery" className="card space-y-1 p-3">
          <h2 className="flex items-center gap-2 text-base">
            <Mark shape={towed.drain.is_too_long ? "fix" : "done"} /> Its battery on the tow
          </h2>
          <p>{towed.drain.text}</p>
          <ul className="list-disc pl-5 text-sm">
            {towed.drain.remedies.map((r) => (
              <li key={r}>{r}</li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Cautions" className="card p-3">
        <h2 className="text-base">Cautions</h2>
        <ul className="space-y-1">
          {[...towed.mind, towed.flasher_text].filter(Boolean).map((m) => (
            <li key={m} className="flex gap-2">
              <Mark shape="mind" /> <span>{m}</span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

function Pairs({ towed }: { towed: Towed }) {
  return (
    <section aria-label="Diodes" className="card overflow-x-auto p-3">
      <h2 className="text-base">{towed.pairs_text}</h2>
      <table className="w-full text-left text-sm">
        <thead className="text-soft">
          <tr>
            <th className="font-normal">Outlet</th>
            <th className="font-normal">Own wire</th>
            <th className="font-normal">Lead</th>
            <th className="font-normal">Diode</th>
            <th className="text-right font-normal">Load</th>
            <th className="text-right font-normal">Drop</th>
            <th className="text-right font-normal">Heat</th>
          </tr>
        </thead>
        <tbody>
          {towed.pairs.map((p) => (
            <tr key={p.lamps} className="border-t border-line align-top [&>td]:py-1">
              <td className="pr-3">{p.lamps}</td>
              <td className="pr-3">{p.own}</td>
              <td className="pr-3">{p.lead}</td>
              <td className="pr-3">
                {p.diode || "none is strong enough"}
                <span className="block text-soft">{p.least_a.toFixed(1)} A or more for inrush</span>
              </td>
              <td className="text-right font-reading">{p.current_a.toFixed(2)} A</td>
              <td className="text-right font-reading">{p.drop_v.toFixed(2)} V</td>
              <td className="text-right font-reading">{p.heat_w.toFixed(1)} W</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Combinations({ towed }: { towed: Towed }) {
  return (
    <section aria-label="Combinations" className="card p-3">
      <div className="flex items-center gap-3">
        <h2 className="flex-1 text-base">{towed.verdict_text}</h2>
        <span className="no-print">
          <Button onClick={() => window.print()}>Print the test</Button>
        </span>
      </div>
      <p className="text-sm text-soft">Solved, both halves of the flash, in the tester's order.</p>
      <ol className="text-sm">
        {towed.tests.map((t) => (
          <li
            key={t.on}
            className="grid gap-x-3 border-t border-line py-1 sm:grid-cols-[14rem_1fr]"
          >
            <span className="flex gap-2">
              <Mark shape={t.wrong ? "fix" : "done"} /> {t.on}
            </span>
            <span>
              {t.lit}
              {t.wrong && <strong className="block text-ochre">{t.wrong}</strong>}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
