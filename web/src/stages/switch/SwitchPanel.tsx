import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CircuitPicker } from "../../ui/CircuitPicker";
import { CheckField, ChoiceField, NumberField } from "../../ui/fields";
import { Mark } from "../../ui/Mark";
import { OptionCard } from "../../ui/OptionCard";
import { Panel } from "../../ui/Panel";
import { WishEditor } from "../../wish/WishEditor";
import { SwitchList } from "./SwitchList";

const LEAD_FUSE = [
  { value: "", label: "as needed" },
  { value: "always", label: "at each thin lead" },
  { value: "never", label: "none" },
];

type Takes = Partial<Schemas["WayTakes"]>;

export function SwitchPanel() {
  const { answers, job, circuit, edit, catalog } = useDesk();
  const at = `circuits[${circuit}].control` as const;
  const here = job.circuits?.[circuit];
  const answer = answers.circuits.find((c) => c.id === here?.id);
  const ways = answer?.ways ?? [];
  const choose = (takes: Takes) =>
    edit((j) => {
      const control = { ...j.circuits?.[circuit]?.control };
      const chosen = { ...control, kind: takes.kind ?? undefined, joint: takes.joint ?? undefined };
      return setAt(setAt(j, at, chosen), `circuits[${circuit}].feed`, takes.feed ?? undefined);
    });
  const isChosen = here?.control?.kind || here?.control?.joint;
  return (
    <Panel title="Switch" says="When it is lit, and the relays and diodes that make it so.">
      <CircuitPicker />
      <WishEditor circuit={circuit} />
      {answer?.unmet_text && (
        <p role="alert" className="card flex gap-2 border-2 border-ochre p-3">
          <Mark shape="fix" />
          <span>{answer.unmet_text} Until then a switch of its own lights it.</span>
        </p>
      )}
      {ways.map((w) => (
        <OptionCard key={w.label} option={w} use={() => choose(w.takes)} />
      ))}
      {isChosen && (
        <Button
          kind="quiet"
          className="!px-0"
          onClick={() => choose({ feed: ways.some((w) => !w.takes.kind) ? null : here?.feed })}
        >
          Follow the advice again
        </Button>
      )}
      {answer?.has_relays && (
        <ChoiceField
          path={`${at}.suppression`}
          label="Across its relay coils"
          read={(held) => String(held ?? "")}
          write={(v) => v || undefined}
          options={[{ value: "", label: "as the shop does" }, ...catalog.choices.suppressions]}
        />
      )}
      {answer?.has_relays && (
        <ChoiceField
          path={`${at}.lead_fuse`}
          label="Small fuses in thin leads"
          read={(held) => (held === true ? "always" : held === false ? "never" : "")}
          write={(v) => (v === "" ? undefined : v === "always")}
          options={LEAD_FUSE}
        />
      )}
      <div className="figures grid items-end gap-2">
        <ChoiceField
          path={`${at}.flasher`}
          label="Flasher in the feed"
          options={[
            { value: "", label: "none" },
            { value: "flasher", label: "flasher" },
          ]}
          read={(held) => (held ? "flasher" : "")}
          write={(v) => (v ? catalog.fresh.flasher : undefined)}
        />
        {here?.control?.flasher && (
          <>
            <NumberField path={`${at}.flasher.hz`} label="Flashes" unit="Hz" required />
            <NumberField path={`${at}.flasher.duty`} label="Lit part" unit="" required />
          </>
        )}
      </div>
      {answer?.has_own_switch && (
        <>
          <ChoiceField
            path={`${at}.seat`}
            label="Its switch sits"
            options={catalog.choices.switch_seats}
            read={(held) => String(held ?? "blank_panel")}
          />
          <CheckField path={`${at}.lit_switch`} label="its symbol is lit while it is on" />
        </>
      )}
      {here?.control?.kind === "controller" && (
        <NumberField path={`${at}.standby_ma`} label="Its box draws at rest" unit="mA" />
      )}
      <div className="grid grid-cols-2 items-end gap-2">
        <NumberField path={`${at}.switch_lead_m`} label="Relay to switch, one way" unit="m" />
        <NumberField path={`${at}.signal_lead_m`} label="Signal to relay or diode" unit="m" />
      </div>
      {answer?.choices
        .filter((c) => c.part === "control" || c.part === "switch")
        .map((c) => (
          <p key={c.part} className="card p-3 text-sm">
            <strong className="font-reading">{c.label}</strong>
            <br />
            {c.says}
          </p>
        ))}
      <SwitchList />
      <p className="text-sm text-soft">
        Lit at night, in a blank panel rather than a new hole. Wire it before it is pushed in.
      </p>
    </Panel>
  );
}
