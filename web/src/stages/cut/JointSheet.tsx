import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";

/** Joints in their order of work, terminals with tool and torque, connectors from both faces. */
export function JointSheet() {
  const { answers } = useDesk();
  return (
    <div className="space-y-5">
      <section aria-label="Joints" className="card overflow-x-auto p-4">
        <h2 className="text-base">Joints</h2>
        {answers.joints.length === 0 && <p className="text-soft">No permanent splices.</p>}
        <ul className="divide-y divide-line">
          {alike(answers.joints).map(({ joint: j, places, wires }) => (
            <li
              key={`${j.circuit} ${j.place}`}
              className="grid gap-x-6 gap-y-1 py-2 md:grid-cols-2"
            >
              <div>
                <p className="font-semibold">
                  {places.length > 1 && `${places.length} × `}
                  {j.circuit_name}: {brief(places)}
                </p>
                <p className="font-reading text-sm">{brief(wires)}</p>
                <p className="text-sm">
                  {j.how}; {j.tool}
                </p>
                {j.why && <p className="text-sm text-ochre">{j.why}</p>}
              </div>
              <ol className="list-decimal space-y-0.5 pl-5 text-sm">
                {j.steps.map((s) => (
                  <li key={s} className={s.startsWith("slide on first") ? "text-copper" : ""}>
                    {s}
                  </li>
                ))}
              </ol>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Terminals" className="card overflow-x-auto p-4">
        <h2 className="text-base">Terminals</h2>
        <table className="w-full text-left text-sm">
          <thead className="text-soft">
            <tr>
              {["Terminal", "How many", "Tool", "Stud"].map((h) => (
                <th key={h} scope="col" className="py-1 pr-3 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {answers.terminals.map((t) => (
              <tr key={`${t.part} ${t.tool}`} className="border-t border-line align-top">
                <td className="py-1 pr-3">{t.part}</td>
                <td className="py-1 pr-3 font-reading">{t.count}</td>
                <td className="py-1 pr-3">{t.tool}</td>
                <td className="py-1">{t.note}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label="Connectors" className="card p-4">
        <h2 className="text-base">Connectors</h2>
        {answers.connectors.length === 0 && (
          <p className="text-soft">No sealed connector: lamps share spliced leads.</p>
        )}
        <ul className="divide-y divide-line">
          {answers.connectors.map((c) => (
            <li key={c.name} className="grid gap-x-6 gap-y-2 py-3 md:grid-cols-[2fr_1fr_1fr]">
              <div>
                <p className="font-semibold">{c.name}</p>
                <p className="text-sm text-soft">
                  {c.housing}: {c.halves.join(" and ")}
                </p>
                <ol className="mt-1 text-sm">
                  {c.cavities.map((p) => (
                    <li key={p.pin}>
                      <span className="font-reading">{p.pin}</span>{" "}
                      <span className="font-reading">{p.wires.join(" / ")}</span> {p.says}
                    </li>
                  ))}
                </ol>
                {c.notes.map((n) => (
                  <p key={n} className="text-xs text-soft">
                    {n}
                  </p>
                ))}
              </div>
              <Face title="Mating face" rows={c.mating_face} connector={c} />
              <Face title="From the wire side" rows={c.wire_side} connector={c} />
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

/** A long list by its start and its end. */
function brief(list: string[]): string {
  if (list.length <= 8) return list.join(", ");
  return `${list.slice(0, 4).join(", ")} ... ${list.slice(-2).join(", ")}`;
}

interface Alike {
  joint: Schemas["JointAnswer"];
  places: string[];
  wires: string[];
}

/** Joints of a circuit that are made alike stand together. */
function alike(joints: Schemas["JointAnswer"][]): Alike[] {
  const found = new Map<string, Alike>();
  for (const joint of joints) {
    const key = [joint.circuit, joint.how, joint.why, joint.tool, ...joint.steps].join("\n");
    const held = found.get(key);
    if (held) {
      held.places.push(joint.place);
      held.wires.push(...joint.wires.filter((w) => !held.wires.includes(w)));
    } else found.set(key, { joint, places: [joint.place], wires: [...joint.wires] });
  }
  return [...found.values()];
}

/** Cavities as they are seen; those with a blind plug are crossed. */
function Face({
  title,
  rows,
  connector,
}: {
  title: string;
  rows: number[][];
  connector: Schemas["ConnectorAnswer"];
}) {
  const size = 30;
  const columns = Math.max(...rows.map((r) => r.length));
  const isBlind = (pin: number) =>
    connector.cavities.find((c) => c.pin === pin)?.says === "blind plug";
  const words = rows.map((r) => r.join(" ")).join(" / ");
  return (
    <figure>
      <figcaption className="text-xs text-soft">{title}</figcaption>
      <svg
        viewBox={`0 0 ${columns * size + 8} ${rows.length * size + 8}`}
        width={columns * size + 8}
        role="img"
        aria-label={`${title}: ${words}`}
        className="max-w-full"
      >
        <rect
          x="1"
          y="1"
          width={columns * size + 6}
          height={rows.length * size + 6}
          rx="6"
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {rows.map((row, r) =>
          row.map((pin, k) => {
            const [cx, cy] = [4 + (k + 0.5) * size, 4 + (r + 0.5) * size];
            return (
              <g key={pin}>
                <circle cx={cx} cy={cy} r="11" fill="none" stroke="var(--soft)" />
                {isBlind(pin) && (
                  <path
                    d={`M${cx - 8} ${cy - 8}l16 16M${cx - 8} ${cy + 8}l16 -16`}
                    stroke="var(--soft)"
                  />
                )}
                <text
                  x={cx}
                  y={cy + 4}
                  textAnchor="middle"
                  fill="var(--ink)"
                  className="text-[12px]"
                >
                  {pin}
                </text>
              </g>
            );
          }),
        )}
      </svg>
    </figure>
  );
}
