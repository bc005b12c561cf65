import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../../../api/client";
import { identity } from "../../../api/identity";
import { useDesk } from "../../../sheet/desk";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import { ChoiceField, NumberField } from "../../../ui/fields";
import { TabbedPages } from "../../../ui/TabbedPages";
import { Faces } from "./Faces";
import { FoundWires } from "./FoundWires";
import { HitchSheet } from "./HitchSheet";
import { TowedSheet } from "./TowedSheet";
import { WireMap } from "./WireMap";

/** The towing vehicle's socket on what hangs behind it: a trailer, a hitch lamp, a towed vehicle. */
export function TrailerSheet() {
  const { job, edit, catalog } = useDesk();
  const [shown, show] = useState<string>();
  const { data, error } = useQuery<Schemas["Linked"], ApiError>({
    queryKey: ["trailer", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/trailer", { body: { job } })),
  });
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Looking at the connectors ...</p>;
  const { link } = data;
  if (!job.trailer)
    return (
      <div className="card space-y-3 p-4">
        <p>
          A trailer or a towed vehicle obeys somebody else's wires: name both connectors, and the
          wires are put side by side by what they do, not by colour.
        </p>
        <Button kind="main" onClick={() => edit((j) => setAt(j, "trailer", catalog.fresh.link))}>
          Name the connectors
        </Button>
      </div>
    );
  const kinds = catalog.connectors.map((c) => ({ value: c.kind, label: c.label }));
  return (
    <div className="space-y-4">
      <div className="card no-print grid gap-3 p-3 sm:grid-cols-3">
        <ChoiceField path="trailer.socket" label="Vehicle's socket" options={kinds} />
        <ChoiceField path="trailer.plug" label="Trailer's plug" options={kinds} />
        <NumberField path="trailer.seen_from_a" label="Trailer is seen from" unit="A" />
      </div>
      {link && (
        <TabbedPages
          label="Trailer"
          shown={shown}
          show={show}
          pages={[
            { title: "Wires", content: <WireMap link={link} /> },
            { title: "Probe", content: <FoundWires link={link} /> },
            { title: "Hitch lamp", content: <HitchSheet link={link} /> },
            { title: "Towed", content: <TowedSheet link={link} /> },
            { title: "Pins", content: <Faces link={link} /> },
          ]}
        />
      )}
    </div>
  );
}
