import type { Schemas } from "../../../api/client";

type Connector = Schemas["TrailerConnector"];
type Face = "vehicle" | "trailer";

/** Pins of both halves, each looked into from its own side. */
export function Faces({ link }: { link: Schemas["LinkReport"] }) {
  return (
    <div className="grid gap-4 lg:grid-cols-2">
      <Pins connector={link.socket} face="vehicle" />
      <Pins connector={link.plug} face="trailer" />
    </div>
  );
}

function Pins({ connector, face }: { connector: Connector; face: Face }) {
  const isDrawn = connector.pins.every((p) => p.on_face);
  return (
    <section
      aria-label={`${connector.name}, ${face === "vehicle" ? "vehicle" : "trailer"}`}
      className="card p-3"
    >
      <h2 className="text-base">{connector.name}</h2>
      <p className="text-sm text-soft">
        Looking into the {face === "vehicle" ? "socket of the vehicle" : "plug of the trailer"}; the
        other face is its mirror image.
        {!isDrawn && " The number stands beside each contact: it decides."}
      </p>
      {isDrawn && <Drawn connector={connector} face={face} />}
      <ul className="text-sm">
        {connector.pins.map((p) => (
          <li key={p.pin} className="grid grid-cols-[5.5rem_1fr] border-t border-line py-1">
            <span className="font-reading">
              {p.pin}
              {(face === "vehicle" ? p.in_socket : p.in_plug) && (
                <span className="block text-xs text-soft">
                  {face === "vehicle" ? p.in_socket : p.in_plug}
                </span>
              )}
            </span>
            <span>
              {p.says}, {p.colour}
              {p.others && <span className="text-soft"> (also {p.others})</span>}
              <span className="block text-xs text-soft">
                {p.source}, confidence {p.confidence}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The face with each contact in its place; number and colour in words beside it. */
function Drawn({ connector, face }: { connector: Connector; face: Face }) {
  const isRow = connector.pins.every((p) => p.on_face?.[1] === 0);
  const side = face === "vehicle" ? 1 : -1;
  return (
    <svg
      viewBox={isRow ? "-110 -36 220 72" : "-110 -110 220 220"}
      role="img"
      aria-label={`${connector.name}, ${face === "vehicle" ? "socket" : "plug"} from its front`}
      className="mx-auto my-2 w-full max-w-[260px]"
      fontSize="11"
      textAnchor="middle"
    >
      {isRow ? (
        <rect x="-106" y="-32" width="212" height="64" rx="8" className="fill-ground stroke-ink" />
      ) : (
        <>
          <circle r="104" className="fill-ground stroke-ink" />
          <path d="M-8 -104 v8 h16 v-8" className="fill-none stroke-ink" />
        </>
      )}
      {connector.pins.map((p) => {
        const [x = 0, y = 0] = p.on_face ?? [];
        return (
          <g key={p.pin} transform={`translate(${100 * side * x} ${-100 * y})`}>
            <circle r="11" className="fill-panel stroke-ink" />
            <text y="4" className="fill-ink font-bold">
              {p.pin.split(" ")[0]}
            </text>
            <text y="23" className="fill-ink" fontSize="10">
              {p.colour}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
