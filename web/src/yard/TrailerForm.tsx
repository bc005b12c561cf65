import { useNavigate } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import { useCatalog } from "../api/catalog";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { CheckField, ChoiceField, NumberField, TextField } from "../ui/fields";
import { FormContext } from "../ui/form";

/** A trailer from its size: the lamps that the rule book asks for, placed, on their wires. */
export function TrailerForm() {
  const { data } = useCatalog();
  return (
    <details className="card p-3">
      <summary className="min-h-11 cursor-pointer content-center font-semibold">
        Build a trailer from its size
      </summary>
      {data && <Sizes start={data.data.fresh.trailer} regions={data.data.choices.regions} />}
    </details>
  );
}

function Sizes({
  start,
  regions,
}: {
  start: Schemas["TrailerAsked"];
  regions: Schemas["ValueLabel"][];
}) {
  const navigate = useNavigate();
  const [asked, setAsked] = useState(start);
  const [fault, setFault] = useState<string>();
  const form = useMemo(
    () => ({
      tree: asked,
      edit: (change: (tree: unknown) => unknown) =>
        setAsked((was) => change(was) as Schemas["TrailerAsked"]),
      assumptions: [],
      problem: undefined,
    }),
    [asked],
  );
  const build = async () => {
    try {
      const view = await unwrap(api.POST("/api/trailer/build", { body: asked }));
      navigate({ to: "/jobs/$id/$stage", params: { id: String(view.id), stage: "aim" } });
    } catch (e) {
      setFault(e instanceof ApiError ? e.problem.detail : "It was not built.");
    }
  };
  return (
    <FormContext.Provider value={form}>
      <form
        className="grid items-start gap-3 sm:grid-cols-3"
        onSubmit={(e) => {
          e.preventDefault();
          // What is typed wrong stands at its field; it is not built from the figure before.
          if (!e.currentTarget.querySelector('[aria-invalid="true"]')) build();
        }}
      >
        <TextField path="unit" label="Trailer's unit" />
        <NumberField path="length_m" label="Length" unit="m" required />
        <NumberField path="width_m" label="Width" unit="m" required />
        <NumberField path="height_m" label="Height" unit="m" required />
        <ChoiceField path="region" label="Rules of the road" options={regions} />
        <CheckField path="is_combined" label="Stop and turn in one lamp" />
        <CheckField path="has_two_axles" label="Two axles" />
        <Button kind="main" type="submit" className="min-h-[44px]">
          Build
        </Button>
      </form>
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
    </FormContext.Provider>
  );
}
