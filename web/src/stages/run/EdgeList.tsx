import { Fragment } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import type { StripPath } from "../../sheet/jobPath";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { CheckField, NumberField, TextField } from "../../ui/fields";

/** The edges in their order, each with what is in the way. */
export function EdgeList({ at, edges }: { at: `${StripPath}.edges`; edges: Schemas["Edge"][] }) {
  const { edit, catalog } = useDesk();
  return (
    <div className="space-y-2">
      {edges.map((edge, k) => {
        const path = `${at}[${k}]` as const;
        const obstacles = edge.obstacles ?? [];
        return (
          // Edges have no ids: their place in the list is what they are.
          <fieldset key={k} className="edge space-y-2 rounded border border-line p-2">
            <legend className="px-1 text-sm font-semibold">Edge {k + 1}</legend>
            <div className="grid grid-cols-2 items-end gap-2 md:grid-cols-[2fr_1fr_1fr_auto_auto]">
              <TextField path={`${path}.name`} label="Name" />
              <NumberField path={`${path}.length_m`} label="Length" unit="m" required />
              {edge.bends_on ? (
                <span />
              ) : (
                <NumberField path={`${path}.corner_m`} label="Lead to the next" unit="m" />
              )}
              <Button
                kind="quiet"
                className="!px-0"
                onClick={() =>
                  edit((j) =>
                    setAt(j, `${path}.obstacles[${obstacles.length}]`, catalog.fresh.obstacle),
                  )
                }
              >
                Add an obstacle
              </Button>
              <Button
                kind="quiet"
                className="!px-0"
                onClick={() => edit((j) => setAt(j, path, undefined))}
              >
                Remove<span className="sr-only"> edge {k + 1}</span>
              </Button>
            </div>
            {k + 1 < edges.length && (
              <CheckField
                path={`${path}.bends_on`}
                label="strip bends over its flat to the next edge: no cut"
              />
            )}
            {obstacles.length > 0 && (
              <div className="grid grid-cols-[2fr_1fr_1fr_auto] items-end gap-2 pl-4">
                {obstacles.map((o, n) => {
                  const here = `${path}.obstacles[${n}]` as const;
                  return (
                    <Fragment key={n}>
                      <TextField path={`${here}.name`} label="In the way" />
                      <NumberField path={`${here}.from_m`} label="From" unit="m" required />
                      <NumberField path={`${here}.to_m`} label="To" unit="m" required />
                      <Button
                        kind="quiet"
                        className="!px-0"
                        aria-label={`Take ${o.name} out`}
                        onClick={() => edit((j) => setAt(j, here, undefined))}
                      >
                        ×
                      </Button>
                    </Fragment>
                  );
                })}
              </div>
            )}
          </fieldset>
        );
      })}
      <Button
        onClick={() =>
          edit((j) =>
            setAt(j, `${at}[${edges.length}]`, {
              ...catalog.fresh.edge,
              name: `${catalog.fresh.edge.name} ${edges.length + 1}`,
            }),
          )
        }
      >
        Add an edge
      </Button>
    </div>
  );
}
