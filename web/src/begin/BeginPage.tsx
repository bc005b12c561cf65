import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { type KeyboardEvent, useMemo, useState } from "react";
import { useCatalog } from "../api/catalog";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Header } from "../app/Header";
import { Button } from "../ui/Button";
import { ChoiceField, TextField } from "../ui/fields";
import { FormContext } from "../ui/form";
import { useYard } from "../yard/useYard";
import { KindPicture } from "./KindPicture";

type Kind = Schemas["KindChoice"];
type Asked = Pick<Schemas["NewJob"], "unit" | "vehicle" | "system">;

/** True where every word that was typed is somewhere in what a kind is called. */
function fits(kind: Kind, typed: string): boolean {
  const text = `${kind.label} ${kind.says} ${kind.also}`.toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** A new job begins with what is to be done, then with what the vehicle is. */
export function BeginPage() {
  const { data } = useCatalog();
  const { vehicle } = useSearch({ from: "/new" });
  const jobs = useYard({});
  const life = useQuery({
    queryKey: ["vehicle", String(vehicle)],
    enabled: vehicle !== undefined,
    queryFn: () =>
      unwrap(api.GET("/api/vehicles/{id}", { params: { path: { id: Number(vehicle) } } })),
  });
  if (!data || !jobs.data || life.isLoading) return <main className="p-8">Opening ...</main>;
  const known = life.data?.vehicle;
  const begun: Asked = {
    unit: known?.unit ?? jobs.data.next_unit,
    vehicle: known?.model ?? "",
    system: "12V",
  };
  return <Begin kinds={data.data.kinds} begun={begun} />;
}

function Begin({ kinds, begun }: { kinds: Kind[]; begun: Asked }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [typed, setTyped] = useState("");
  const [picked, setPicked] = useState<Kind[]>([]);
  const [isOther, setOther] = useState(false);
  const [asked, setAsked] = useState<Asked>(begun);
  const make = useMutation({
    mutationFn: () =>
      unwrap(
        api.POST("/api/jobs", {
          body: { ...asked, vehicle: asked.vehicle || undefined, kinds: picked.map((k) => k.kind) },
        }),
      ),
    onSuccess: (view) => {
      queries.invalidateQueries({ queryKey: ["jobs"] });
      const stage = picked[0]?.opens ?? "light";
      navigate({ to: "/jobs/$id/$stage", params: { id: String(view.id), stage } });
    },
  });
  const problem = make.error instanceof ApiError ? make.error.problem : undefined;
  const shown = kinds.filter((k) => fits(k, typed));
  const isReady = (picked.length > 0 || isOther) && !make.isPending;
  const toggle = (kind: Kind) => {
    setOther(false);
    setPicked((was) => (was.includes(kind) ? was.filter((k) => k !== kind) : [...was, kind]));
  };
  const onKey = (e: KeyboardEvent) => {
    if (e.key !== "Enter" || e.nativeEvent.isComposing) return;
    e.preventDefault();
    const first = shown[0];
    if (typed && first) {
      toggle(first);
      setTyped("");
    } else if (isReady) make.mutate();
  };
  const form = useMemo(
    () => ({
      tree: asked,
      edit: (change: (tree: unknown) => unknown) => setAsked((was) => change(was) as Asked),
      assumptions: [],
      problem: undefined,
    }),
    [asked],
  );
  return (
    <>
      <Header>
        <h1 className="text-lg">New job</h1>
      </Header>
      <div className="border-t-2 border-head" />
      <main className="mx-auto max-w-6xl space-y-3 p-4">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <div>
            <h2 className="text-base">What is to be done?</h2>
            <p className="text-soft">Pick one or more; more can be added later.</p>
          </div>
          <label className="block w-full text-sm text-soft sm:w-72">
            Find a kind of work
            <input
              className="field text-ink"
              type="search"
              autoComplete="off"
              // biome-ignore lint/a11y/noAutofocus: it is what the page is opened for
              autoFocus
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              onKeyDown={onKey}
            />
          </label>
        </div>
        <ul
          className="grid gap-2 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4"
          aria-label="Kinds of work"
        >
          {shown.map((kind) => (
            <Tile
              key={kind.kind}
              kind={kind.kind}
              label={kind.label}
              says={kind.says}
              isPicked={picked.includes(kind)}
              pick={() => toggle(kind)}
            />
          ))}
          <Tile
            kind="other"
            label="Something else"
            says="One circuit of lamps to begin with; every stage is open."
            isPicked={isOther}
            pick={() => {
              setPicked([]);
              setOther(!isOther);
            }}
          />
        </ul>
        {shown.length === 0 && (
          <p role="status" className="text-soft">
            No kind of work has that name.
          </p>
        )}
        <FormContext.Provider value={form}>
          <form
            className="card grid items-end gap-3 p-3 sm:grid-cols-[7rem_1fr_7rem_auto]"
            aria-label="The vehicle"
            onSubmit={(e) => {
              e.preventDefault();
              if (isReady) make.mutate();
            }}
          >
            <TextField path="unit" label="Unit" />
            <TextField path="vehicle" label="Vehicle" />
            <ChoiceField
              path="system"
              label="System"
              options={[
                { value: "12V", label: "12 V" },
                { value: "24V", label: "24 V" },
              ]}
            />
            <Button kind="main" type="submit" disabled={!isReady} className="min-h-11">
              Begin
            </Button>
          </form>
        </FormContext.Provider>
        {problem && (
          <p role="alert" className="card border-2 !border-rust p-3">
            {problem.title}. {problem.detail}
          </p>
        )}
      </main>
    </>
  );
}

function Tile({
  kind,
  label,
  says,
  isPicked,
  pick,
}: {
  kind: Schemas["WorkKind"] | "other";
  label: string;
  says: string;
  isPicked: boolean;
  pick: () => void;
}) {
  return (
    <li className="flex">
      <button
        type="button"
        aria-pressed={isPicked}
        onClick={pick}
        className={`card flex min-h-20 flex-1 items-center gap-3 p-2 text-left ${isPicked ? "border-2 !border-spruce" : ""}`}
      >
        <KindPicture kind={kind} />
        <span>
          <span className="block font-semibold">
            {isPicked && <span aria-hidden="true">✓ </span>}
            {label}
          </span>
          <span className="block text-sm text-soft">{says}</span>
        </span>
      </button>
    </li>
  );
}
