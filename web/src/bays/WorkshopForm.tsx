import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { useCatalog } from "../api/catalog";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";

export type Workshop = Schemas["Workshop"];
type Hand = Schemas["Hand"];

/** The workshop as it is kept. */
export function useWorkshop() {
  return useQuery<Workshop, ApiError>({
    queryKey: ["workshop"],
    queryFn: () => unwrap(api.GET("/api/workshop")),
  });
}

/** Bays, people with what they may do, hours, breaks, closed days, time zone: what every plan counts on; and the devices
 * that may be asked. */
export function WorkshopForm({ kept }: { kept: Workshop }) {
  const [draft, setDraft] = useState(kept);
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: () => unwrap(api.PUT("/api/workshop", { body: draft })),
    onSuccess: (next) => {
      queries.setQueryData(["workshop"], next);
      queries.invalidateQueries({ queryKey: ["bays"] });
    },
  });
  const choices = useCatalog().data?.data.choices;
  const set = (change: Partial<Workshop>) => setDraft((was) => ({ ...was, ...change }));
  const hand = (index: number, change: Partial<Hand>) =>
    set({ hands: draft.hands.map((h, k) => (k === index ? { ...h, ...change } : h)) });
  const breaks = draft.breaks ?? [];
  const holidays = draft.holidays ?? [];
  const devices = draft.devices ?? [];
  return (
    <form
      className="space-y-4 pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <Clock label="Opens" value={draft.opens_min} set={(opens_min) => set({ opens_min })} />
        <Clock label="Closes" value={draft.closes_min} set={(closes_min) => set({ closes_min })} />
        <label>
          <span className="block text-sm text-soft">Bays in the workshop</span>
          <input
            type="number"
            min={1}
            max={40}
            className="field min-h-[44px] w-24 font-reading"
            value={draft.bays}
            onChange={(e) => set({ bays: Number(e.target.value) })}
          />
        </label>
        <label>
          <span className="block text-sm text-soft">Time zone</span>
          <input
            className="field min-h-[44px] w-56"
            list="time-zones"
            placeholder="as this machine"
            value={draft.zone ?? ""}
            onChange={(e) => set({ zone: e.target.value || null })}
          />
          <datalist id="time-zones">
            {Intl.supportedValuesOf("timeZone").map((zone) => (
              <option key={zone} value={zone} />
            ))}
          </datalist>
        </label>
      </div>
      <fieldset>
        <legend className="text-sm text-soft">Open on</legend>
        <Boxes
          choices={choices?.days ?? []}
          chosen={draft.days}
          set={(days) => set({ days: days as Workshop["days"] })}
        />
      </fieldset>
      <Rows
        legend="People, and what they may do; nothing ticked is everything"
        add="Add a person"
        onAdd={() => set({ hands: [...draft.hands, { name: "", may: [] }] })}
      >
        {draft.hands.map((h, k) => (
          <li key={k} className="flex flex-wrap items-center gap-x-4">
            <input
              className="field min-h-[44px] w-44"
              aria-label={`Name of person ${k + 1}`}
              placeholder="whoever is there"
              value={h.name}
              onChange={(e) => hand(k, { name: e.target.value })}
            />
            <Boxes
              choices={choices?.skills ?? []}
              chosen={h.may ?? []}
              set={(may) => hand(k, { may: may as Hand["may"] })}
            />
            <Remove
              what={`person ${k + 1}`}
              remove={() => set({ hands: draft.hands.filter((_, at) => at !== k) })}
            />
          </li>
        ))}
      </Rows>
      <Rows
        legend="Breaks"
        add="Add a break"
        onAdd={() => set({ breaks: [...breaks, { from_min: 720, to_min: 750 }] })}
      >
        {breaks.map((b, k) => (
          <li key={k} className="flex flex-wrap items-end gap-3">
            <Clock
              label={`Break ${k + 1} from`}
              value={b.from_min}
              set={(from_min) =>
                set({ breaks: breaks.map((o, at) => (at === k ? { ...o, from_min } : o)) })
              }
            />
            <Clock
              label={`Break ${k + 1} to`}
              value={b.to_min}
              set={(to_min) =>
                set({ breaks: breaks.map((o, at) => (at === k ? { ...o, to_min } : o)) })
              }
            />
            <Remove
              what={`break ${k + 1}`}
              remove={() => set({ breaks: breaks.filter((_, at) => at !== k) })}
            />
          </li>
        ))}
      </Rows>
      <Rows
        legend="Meters and devices that may be asked"
        add="Add a device"
        onAdd={() => set({ devices: [...devices, ""] })}
      >
        {devices.map((device, k) => (
          <li key={k} className="flex flex-wrap items-center gap-x-4">
            <input
              className="field min-h-[44px] w-56 font-reading"
              aria-label={`Address of device ${k + 1}`}
              placeholder="10.0.0.7:5025"
              value={device}
              onChange={(e) =>
                set({ devices: devices.map((o, at) => (at === k ? e.target.value.trim() : o)) })
              }
            />
            <Remove
              what={`device ${k + 1}`}
              remove={() => set({ devices: devices.filter((_, at) => at !== k) })}
            />
          </li>
        ))}
      </Rows>
      <Closed days={holidays} set={(next) => set({ holidays: next })} />
      <div className="flex flex-wrap items-center gap-3">
        <Button kind="main" type="submit" disabled={save.isPending || draft === kept}>
          Keep the workshop
        </Button>
        {save.isSuccess && <span role="status">Kept.</span>}
        {save.error instanceof ApiError && (
          <p role="alert" className="text-rust">
            {save.error.problem.detail}
          </p>
        )}
      </div>
    </form>
  );
}

/** Days on which it is closed all the same. */
function Closed({ days, set }: { days: string[]; set: (days: string[]) => void }) {
  const [day, setDay] = useState("");
  return (
    <fieldset className="space-y-2">
      <legend className="text-sm text-soft">Closed all the same</legend>
      <ul className="flex flex-wrap gap-x-4">
        {days.map((d) => (
          <li key={d} className="flex items-center font-reading">
            {d}
            <Remove what={d} remove={() => set(days.filter((o) => o !== d))} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3">
        <input
          type="date"
          className="field min-h-[44px] w-44"
          aria-label="Closed on"
          value={day}
          onChange={(e) => setDay(e.target.value)}
        />
        <Button
          disabled={!day || days.includes(day)}
          onClick={() => {
            set([...days, day].sort());
            setDay("");
          }}
        >
          Add a closed day
        </Button>
      </div>
    </fieldset>
  );
}

function Rows({
  legend,
  add,
  onAdd,
  children,
}: {
  legend: string;
  add: string;
  onAdd: () => void;
  children: ReactNode;
}) {
  return (
    <fieldset className="space-y-2">
      <legend className="text-sm text-soft">{legend}</legend>
      <ul className="space-y-1">{children}</ul>
      <Button onClick={onAdd}>{add}</Button>
    </fieldset>
  );
}

function Remove({ what, remove }: { what: string; remove: () => void }) {
  return (
    <Button kind="quiet" aria-label={`Remove ${what}`} onClick={remove}>
      Remove
    </Button>
  );
}

function Boxes({
  choices,
  chosen,
  set,
}: {
  choices: Schemas["ValueLabel"][];
  chosen: string[];
  set: (chosen: string[]) => void;
}) {
  return (
    <div className="flex flex-wrap gap-x-4">
      {choices.map((c) => {
        const has = chosen.includes(c.value);
        return (
          <label key={c.value} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              checked={has}
              onChange={() => set(has ? chosen.filter((v) => v !== c.value) : [...chosen, c.value])}
            />
            {c.label}
          </label>
        );
      })}
    </div>
  );
}

/** Minutes after midnight, as a clock. */
function Clock({
  label,
  value,
  set,
}: {
  label: string;
  value: number;
  set: (value: number) => void;
}) {
  const two = (n: number) => String(n).padStart(2, "0");
  return (
    <label>
      <span className="block text-sm text-soft">{label}</span>
      <input
        type="time"
        className="field min-h-[44px] w-32 font-reading"
        value={`${two(Math.floor(value / 60))}:${two(value % 60)}`}
        onChange={(e) => {
          const [h, m] = e.target.value.split(":").map(Number);
          if (h !== undefined && m !== undefined) set(h * 60 + m);
        }}
      />
    </label>
  );
}
