import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { BoardPicture } from "./BoardPicture";

type Practice = Schemas["Practice"];

/** A vehicle with a hidden fault, a meter and a clock. */
export function PracticeSheet() {
  const { job } = useDesk();
  const [seed, setSeed] = useState(1);
  const [taken, setTaken] = useState<string[]>([]);
  const [guess, setGuess] = useState<string>();
  const { data, error } = useQuery<Practice, ApiError>({
    queryKey: ["practice", identity(job), seed, taken, guess],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(api.POST("/api/practice", { body: { job, seed, taken, guess: guess ?? null } })),
  });
  const begin = (next: number) => {
    setSeed(next);
    setTaken([]);
    setGuess(undefined);
  };
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Hiding a fault ...</p>;
  return (
    <div className="space-y-4">
      <section aria-label="Practice" className="card flex flex-wrap items-end gap-4 p-4">
        <div className="min-w-60 flex-1">
          <h2 className="text-base">The driver says</h2>
          <p className="text-lg">{data.complaint}</p>
        </div>
        <p>
          <span className="block text-sm text-soft">Clock</span>
          <span className="font-reading text-lg">{data.clock}</span>
        </p>
        <label>
          <span className="block text-sm text-soft">Fault number</span>
          <input
            className="field min-h-[44px] w-24 font-reading"
            inputMode="numeric"
            value={seed}
            onChange={(e) => begin(Number(e.target.value.replace(/\D/g, "")) || 0)}
          />
        </label>
        <Button className="min-h-[44px]" onClick={() => begin(seed + 1)}>
          Next vehicle
        </Button>
      </section>
      {data.end && <End end={data.end} />}
      {!data.end && (
        <div className="space-y-4">
          <Probing practice={data} take={(id) => setTaken([...taken, id])} />
          <div className="grid gap-3 lg:grid-cols-2">
            <section aria-label="Your readings" className="card p-3">
              <h3 className="text-sm font-semibold">Your readings</h3>
              {data.readings.length === 0 && (
                <p className="text-sm text-soft">None yet: pick two points, or a look.</p>
              )}
              <ol className="text-sm">
                {data.readings.map((r, k) => (
                  // The same reading may be taken again.
                  <li key={k} className="flex justify-between gap-3 border-t border-line py-1">
                    <span>{r.name}</span>
                    <span className="font-reading whitespace-nowrap">{r.text}</span>
                  </li>
                ))}
              </ol>
            </section>
            <Naming practice={data} name={setGuess} />
          </div>
        </div>
      )}
    </div>
  );
}

function Probing({ practice, take }: { practice: Practice; take: (id: string) => void }) {
  const [state, setState] = useState(practice.states.at(-1)?.key ?? "");
  const [board, setBoard] = useState(1);
  const [lead, setLead] = useState<"red" | "black">("red");
  const [red, setRed] = useState<string>();
  const [black, setBlack] = useState("battery-");
  const shown = practice.boards[board] ?? practice.boards[0];
  const vehicle = practice.boards[0];
  if (!shown || !vehicle) return null;
  const known = practice.states.some((s) => s.key === state) ? state : "";
  const name = (key: string | undefined) =>
    practice.boards.flatMap((b) => b.points).find((p) => p.key === key)?.name;
  return (
    <section aria-label="Probing" className="card space-y-3 p-3">
      <div className="flex flex-wrap gap-3">
        <label className="min-w-40 flex-1">
          <span className="block text-sm text-soft">On</span>
          <select
            className="field min-h-[44px]"
            value={known}
            onChange={(e) => setState(e.target.value)}
          >
            {practice.states.map((s) => (
              <option key={s.key} value={s.key}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
        <label className="min-w-40 flex-1">
          <span className="block text-sm text-soft">Circuit</span>
          <select
            className="field min-h-[44px]"
            value={board}
            onChange={(e) => setBoard(Number(e.target.value))}
          >
            {practice.boards.map((b, k) => (
              <option key={b.name} value={k}>
                {b.name}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        {(["red", "black"] as const).map((colour) => (
          <Button
            key={colour}
            kind={lead === colour ? "main" : "plain"}
            aria-pressed={lead === colour}
            className="min-h-[44px]"
            onClick={() => setLead(colour)}
          >
            {colour === "red" ? "Red lead" : "Black lead"}:{" "}
            {name(colour === "red" ? red : black) ?? "free"}
          </Button>
        ))}
        <Button
          kind="main"
          className="min-h-[44px]"
          disabled={!red || red === black}
          onClick={() => red && take(`v|${known}|${red}|${black}`)}
        >
          Read volts
        </Button>
      </div>
      <BoardPicture
        key={shown.name}
        board={shown}
        points={[
          ...vehicle.points.slice(0, 2),
          ...(board === 0 ? vehicle.points.slice(2) : shown.points),
        ]}
        red={red}
        black={black}
        pick={(key) => (lead === "red" ? setRed(key) : setBlack(key))}
      />
      <label className="block">
        <span className="block text-sm text-soft">Look, clamp, ohms, move</span>
        <select
          className="field min-h-[44px]"
          value=""
          onChange={(e) => e.target.value && take(e.target.value)}
        >
          <option value="">Choose ...</option>
          {shown.readings.map((r) => (
            <option key={r.key} value={r.key}>
              {r.name}
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}

function Naming({ practice, name }: { practice: Practice; name: (key: string) => void }) {
  const [words, setWords] = useState("");
  const found = words.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const fits = practice.suspects.filter((s) =>
    found.every((w) => s.name.toLowerCase().includes(w)),
  );
  return (
    <section aria-label="Name the fault" className="card space-y-2 p-3">
      <label className="block">
        <span className="block text-sm font-semibold">Name the fault</span>
        <input
          className="field min-h-[44px]"
          placeholder="tail stud poor"
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
      </label>
      {found.length > 0 && (
        <ul className="max-h-64 overflow-y-auto">
          {fits.slice(0, 12).map((s) => (
            <li key={s.key}>
              <button
                type="button"
                className="min-h-11 w-full border-t border-line text-left"
                onClick={() => name(s.key)}
              >
                {s.name}
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function End({ end }: { end: Schemas["PracticeEnd"] }) {
  return (
    <section aria-label="How it went" className="card space-y-2 border-2 !border-spruce p-4">
      <p className="flex items-center gap-2 text-lg font-semibold">
        <Mark shape={end.is_right ? "done" : "fix"} size={20} />
        {end.is_right ? "Right." : "Not this one."} It was: {end.truth}
      </p>
      <p>{end.remedy}</p>
      <p className="font-reading">{end.says}</p>
      <div className="grid gap-4 md:grid-cols-2">
        <Way title="Jovek's way behind the walk round" readings={end.best} />
        <Way title="Shortest there is, if you know where to look" readings={end.shortest} />
      </div>
    </section>
  );
}

function Way({ title, readings }: { title: string; readings: Schemas["PracticeReading"][] }) {
  return (
    <section>
      <h3 className="text-sm font-semibold">{title}</h3>
      <ol className="list-decimal pl-5 text-sm">
        {readings.map((b) => (
          <li key={b.check}>
            {b.name}: <span className="font-reading">{b.text}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
