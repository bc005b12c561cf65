import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { FleetPage } from "../fleet/FleetPage";
import { Button } from "../ui/Button";

type People = Schemas["People"];
type Person = Schemas["PersonView"];
type Role = Schemas["Role"];

const PEOPLE = ["people"];

/** An invitation that somebody is to be given. */
interface Handed {
  name: string;
  path: string;
}

/** The people of the workshop: what each may do, how they come in. */
export function PeoplePage() {
  const queries = useQueryClient();
  const [handed, setHanded] = useState<Handed>();
  const { data, error } = useQuery<People, ApiError>({
    queryKey: PEOPLE,
    retry: false,
    queryFn: () => unwrap(api.GET("/api/people")),
  });
  const again = () => queries.invalidateQueries({ queryKey: PEOPLE });
  const given = (invited: Schemas["Invited"]) => {
    setHanded({ name: invited.person.name, path: invited.path });
    again();
  };
  const set = useMutation({
    mutationFn: ({ person, ...body }: { person: number } & Schemas["PersonAsked"]) =>
      unwrap(api.PUT("/api/people/{id}", { params: { path: { id: person } }, body })),
    onSuccess: again,
  });
  const invite = useMutation({
    mutationFn: (id: number) =>
      unwrap(api.POST("/api/people/{id}/invite", { params: { path: { id } } })),
    onSuccess: given,
  });
  return (
    <FleetPage
      title="People"
      back={{ to: "/", label: "To the yard" }}
      faults={[error, set.error, invite.error]}
      className="max-w-4xl space-y-4"
    >
      {data && !data.has_accounts && <TurnOn />}
      {handed && <HandOver handed={handed} />}
      {data?.has_accounts && (
        <>
          <ul aria-label="People" className="space-y-2">
            {data.people.map((person) => (
              <PersonRow
                key={person.id}
                person={person}
                roles={data.roles}
                set={(role, is_closed) => set.mutate({ person: person.id, role, is_closed })}
                invite={() => invite.mutate(person.id)}
              />
            ))}
          </ul>
          <NewPerson roles={data.roles} given={given} />
        </>
      )}
      {data && (
        <dl className="grid gap-x-4 gap-y-1 text-sm text-soft sm:grid-cols-[7rem_1fr]">
          {data.roles.map((r) => (
            <div key={r.role} className="contents">
              <dt className="font-semibold">{r.label}</dt>
              <dd>{r.may}</dd>
            </div>
          ))}
          <dt className="sr-only">Each</dt>
          <dd className="sm:col-span-2">Each may what stands above it too.</dd>
        </dl>
      )}
    </FleetPage>
  );
}

/** A link that works once: shown once, handed over by whoever made it. */
function HandOver({ handed }: { handed: Handed }) {
  const link = `${window.location.origin}${handed.path}`;
  return (
    <div role="status" className="card space-y-2 border-2 !border-spruce p-3">
      <p>
        Give this link to <strong>{handed.name}</strong>. It works once, within seven days, and is
        not shown again.
      </p>
      <p className="break-all font-reading text-sm">{link}</p>
      {/* Browsers have it on a safe address only. */}
      {navigator.clipboard && (
        <Button onClick={() => navigator.clipboard.writeText(link)}>Copy</Button>
      )}
    </div>
  );
}

/** One person works here without an account: accounts are turned on by making the first lead. */
function TurnOn() {
  const first = useMutation({
    mutationFn: () => unwrap(api.POST("/api/people/first")),
    onSuccess: ({ path }) => window.location.assign(path),
  });
  return (
    <div className="card space-y-3 p-4">
      <p>
        On this machine alone nobody enters, and everybody may do everything. With accounts each
        person enters with name and password, and the history says who did what.
      </p>
      <Button kind="main" onClick={() => first.mutate()}>
        Turn accounts on
      </Button>
      {first.error && (
        <p role="alert" className="text-rust">
          {first.error.message}
        </p>
      )}
    </div>
  );
}

function PersonRow({
  person,
  roles,
  set,
  invite,
}: {
  person: Person;
  roles: Schemas["RoleChoice"][];
  set: (role: Role, isClosed: boolean) => void;
  invite: () => void;
}) {
  const state = person.is_closed ? "closed" : person.has_password ? "" : "invited, not in yet";
  return (
    <li className="card flex flex-wrap items-center gap-3 p-3">
      <span className="min-w-40 flex-1">
        <strong className={person.is_closed ? "text-soft line-through" : ""}>{person.name}</strong>
        {state && <span className="text-sm text-soft">, {state}</span>}
      </span>
      <select
        aria-label={`Role of ${person.name}`}
        className="field min-h-[44px] !w-40"
        value={person.role}
        onChange={(e) => set(e.target.value as Role, person.is_closed)}
      >
        {roles.map((r) => (
          <option key={r.role} value={r.role}>
            {r.label}
          </option>
        ))}
      </select>
      <Button className="min-h-[44px]" onClick={invite} disabled={person.is_closed}>
        {person.has_password ? "Link for a new password" : "New invitation"}
      </Button>
      <Button
        kind="quiet"
        className="min-h-[44px]"
        onClick={() => set(person.role, !person.is_closed)}
      >
        {person.is_closed ? "Open the account" : "Close the account"}
      </Button>
    </li>
  );
}

function NewPerson({
  roles,
  given,
}: {
  roles: Schemas["RoleChoice"][];
  given: (invited: Schemas["Invited"]) => void;
}) {
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>("fitter");
  const add = useMutation({
    mutationFn: () => unwrap(api.POST("/api/people", { body: { name, role } })),
    onSuccess: (invited) => {
      setName("");
      given(invited);
    },
  });
  return (
    <form
      aria-label="New person"
      className="card flex flex-wrap items-end gap-3 p-3"
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      <label className="flex-1">
        <span className="block text-sm text-soft">Name</span>
        <input
          className="field min-h-[44px]"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <label>
        <span className="block text-sm text-soft">Role</span>
        <select
          className="field min-h-[44px]"
          value={role}
          onChange={(e) => setRole(e.target.value as Role)}
        >
          {roles.map((r) => (
            <option key={r.role} value={r.role}>
              {r.label}
            </option>
          ))}
        </select>
      </label>
      <Button kind="main" type="submit" className="min-h-[44px]" disabled={!name.trim()}>
        Invite
      </Button>
      {add.error && (
        <p role="alert" className="w-full text-rust">
          {add.error.message}
        </p>
      )}
    </form>
  );
}
