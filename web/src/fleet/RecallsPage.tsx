import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { FleetPage } from "./FleetPage";

/** Recalls of the shop, each with how far it is. */
export function RecallsPage() {
  const { data, error } = useQuery<Schemas["Recalls"], ApiError>({
    queryKey: ["recalls"],
    queryFn: () => unwrap(api.GET("/api/recalls")),
  });
  return (
    <FleetPage
      title="Recalls"
      back={{ to: "/search", label: "Where else" }}
      faults={[error]}
      className="max-w-4xl space-y-4"
    >
      {data?.recalls.length === 0 && (
        <p className="card p-4">
          None yet: look for the part or place under Where else, then call back what was found.
        </p>
      )}
      <ul aria-label="Recalls" className="space-y-2">
        {data?.recalls.map((recall) => (
          <li key={recall.id}>
            <Link
              to="/recalls/$id"
              params={{ id: String(recall.id) }}
              className="card flex min-h-11 flex-wrap items-center gap-x-4 p-3"
            >
              <span className="flex-1 font-semibold">{recall.name}</span>
              <span className="text-sm text-soft">
                {recall.done} of {recall.jobs} seen to
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </FleetPage>
  );
}
