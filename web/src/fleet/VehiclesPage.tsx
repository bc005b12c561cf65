import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { ListReader } from "../ui/ListReader";
import { Paging } from "../ui/Paging";
import { FleetPage } from "./FleetPage";

type Vehicles = Schemas["Vehicles"];
type Row = Schemas["RegisterRow"];

/** The vehicles of the fleet: found, added, read from a list and written to one. */
export function VehiclesPage() {
  const [find, setFind] = useState("");
  const [from, setFrom] = useState(0);
  const queries = useQueryClient();
  const { data, error } = useQuery<Vehicles, ApiError>({
    queryKey: ["vehicles", find, from],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => unwrap(api.GET("/api/vehicles", { params: { query: { find, from } } })),
  });
  const again = () => queries.invalidateQueries({ queryKey: ["vehicles"] });
  return (
    <FleetPage title="Vehicles" back={{ to: "/", label: "To the yard" }} faults={[error]}>
      <div className="flex flex-wrap items-end gap-3">
        <label className="min-w-60 flex-1">
          <span className="block text-sm text-soft">Unit, model, option, plate or depot</span>
          <input
            type="search"
            className="field min-h-[44px]"
            value={find}
            onChange={(e) => {
              setFind(e.target.value);
              setFrom(0);
            }}
          />
        </label>
        <a
          className="inline-flex min-h-[44px] items-center text-spruce underline"
          href="/api/vehicles/csv"
        >
          Download CSV
        </a>
      </div>
      {data && <Register data={data} from={from} setFrom={setFrom} />}
      <AddVehicle done={again} />
      <details className="card p-3">
        <summary className="min-h-11 cursor-pointer content-center font-semibold">
          Read a list of vehicles
        </summary>
        <div className="space-y-2">
          <p className="text-sm text-soft">
            Columns unit, model, trim, options, plate, odometer_km or odometer_mi, depot, in any
            order; a column that is not there leaves what is known. Options with ; between.
          </p>
          <ListReader<Row>
            read={(text) => unwrap(api.POST("/api/vehicles/read", { body: { text } }))}
            take={async (rows) => {
              const vehicles = rows.map((r) => r.vehicle);
              await unwrap(api.POST("/api/vehicles/take", { body: { vehicles } }));
              again();
            }}
            tell={told}
          />
        </div>
      </details>
    </FleetPage>
  );
}

function told(row: Row) {
  const does = row.is_new ? "new" : row.changes.length > 0 ? row.changes.join(", ") : "as it is";
  return (
    <>
      <strong>{row.vehicle.unit}</strong> {row.vehicle.model}: {does}
    </>
  );
}

function Register({
  data,
  from,
  setFrom,
}: {
  data: Vehicles;
  from: number;
  setFrom: (from: number) => void;
}) {
  if (data.found === 0) return <p className="card p-4">No vehicle is called so.</p>;
  return (
    <section aria-label="Register" className="card overflow-x-auto p-3">
      <table className="w-full text-left">
        <thead className="text-sm text-soft">
          <tr>
            <th className="py-1 pr-3 font-normal">Unit</th>
            <th className="py-1 pr-3 font-normal">Model, trim</th>
            <th className="py-1 pr-3 font-normal max-md:hidden">Options</th>
            <th className="py-1 pr-3 font-normal max-md:hidden">Plate</th>
            <th className="py-1 pr-3 font-normal">Depot</th>
            <th className="py-1 text-right font-normal">Jobs</th>
          </tr>
        </thead>
        <tbody>
          {data.lines.map(({ id, vehicle, jobs }) => (
            <tr key={id} className="border-t border-line">
              <td className="pr-3">
                <Link
                  to="/vehicles/$id"
                  params={{ id: String(id) }}
                  className="inline-flex min-h-11 min-w-11 items-center font-semibold text-spruce underline"
                >
                  {vehicle.unit}
                </Link>
              </td>
              <td className="pr-3">{[vehicle.model, vehicle.trim].filter(Boolean).join(", ")}</td>
              <td className="pr-3 text-sm max-md:hidden">{vehicle.options?.join(", ")}</td>
              <td className="pr-3 font-reading max-md:hidden">{vehicle.plate}</td>
              <td className="pr-3">{vehicle.depot}</td>
              <td className="text-right font-reading">{jobs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="border-t border-line pt-2">
        <Paging
          from={from}
          shown={data.lines.length}
          found={data.found}
          page={data.page}
          go={setFrom}
        />
      </div>
    </section>
  );
}

function AddVehicle({ done }: { done: () => void }) {
  const [unit, setUnit] = useState("");
  const [fault, setFault] = useState<string>();
  const navigate = useNavigate();
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={async (e) => {
        e.preventDefault();
        try {
          const line = await unwrap(api.POST("/api/vehicles", { body: { unit: unit.trim() } }));
          done();
          navigate({ to: "/vehicles/$id", params: { id: String(line.id) } });
        } catch (why) {
          setFault(why instanceof ApiError ? why.problem.detail : "It was not added.");
        }
      }}
    >
      <label>
        <span className="block text-sm text-soft">Unit of a new vehicle</span>
        <input
          className="field min-h-[44px] w-40"
          value={unit}
          onChange={(e) => setUnit(e.target.value)}
        />
      </label>
      <Button type="submit" disabled={!unit.trim()}>
        Add vehicle
      </Button>
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
    </form>
  );
}
