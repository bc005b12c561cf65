import { useParams } from "@tanstack/react-router";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { NumberField } from "../../ui/fields";
import { Panel } from "../../ui/Panel";
import { BENCH } from "./exports";

export function CutPanel() {
  const { answers } = useDesk();
  const { id } = useParams({ strict: false });
  const link =
    "flex min-h-9 items-center rounded border border-spruce px-3 font-semibold text-spruce";
  return (
    <Panel title="Cut" says="Every piece of wire with both ends, cut before it is pulled.">
      <table className="w-full">
        <caption className="text-left text-sm text-soft">Wire to have on the reel</caption>
        <thead className="text-left text-sm text-soft">
          <tr>
            <th className="font-normal">Wire</th>
            <th className="text-right font-normal">Pieces</th>
            <th className="text-right font-normal">Length</th>
          </tr>
        </thead>
        <tbody>
          {answers.cut_totals.map((t) => (
            <tr key={t.wire} className="border-t border-line">
              <td className="py-1">{t.wire}</td>
              <td className="text-right font-reading">{t.pieces}</td>
              <td className="text-right font-reading">{t.length_text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="grid grid-cols-2 items-end gap-2">
        <NumberField path="shop.end_allowance_m" label="Spare at each end" unit="m" />
        <NumberField path="shop.reel_m" label="Wire on a reel" unit="m" />
      </div>
      <div className="space-y-2">
        <Button kind="main" className="w-full" onClick={() => window.print()}>
          Print the lists
        </Button>
        {BENCH.map((e) => (
          <a key={e.as} className={link} href={`/api/jobs/${id}/export?as=${e.as}`} download>
            {e.label}
          </a>
        ))}
      </div>
      <p className="text-sm text-soft">
        Strip, crimp, tug each one. Sleeves go on before the joint. Heat gun away from fuel vapour.
      </p>
    </Panel>
  );
}
