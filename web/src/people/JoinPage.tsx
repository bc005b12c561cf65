import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Door, DoorField } from "./Door";
import { keepMe } from "./useMe";

type Invitation = Schemas["InvitationView"];

/** Takes an invitation: a password, and the name of the first lead. */
export function JoinPage() {
  const token = window.location.hash.slice(1);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const invited = useQuery<Invitation, ApiError>({
    queryKey: ["invitation", token],
    retry: false,
    queryFn: () => unwrap(api.POST("/api/invitation", { body: { token } })),
  });
  const join = useMutation({
    mutationFn: () => unwrap(api.POST("/api/join", { body: { token, name, password } })),
    onSuccess: (me) => {
      keepMe(me);
      // The address is no use any more.
      window.location.replace("/");
    },
  });
  if (invited.error)
    return (
      <main className="mx-auto mt-[10vh] max-w-sm p-5">
        <p role="alert" className="card border-2 !border-rust p-4">
          {invited.error instanceof ApiError && invited.error.problem.detail}
        </p>
      </main>
    );
  if (!invited.data) return <main className="p-8">Opening ...</main>;
  const known = invited.data.name;
  return (
    <Door
      title={known ? `Welcome, ${known}` : "The first lead of this shop"}
      says={
        known
          ? "Choose a password of ten letters or more."
          : "Your name stands in the history. Choose a password of ten letters or more; from now on everybody enters."
      }
      act="Come in"
      busy={join.isPending}
      error={join.error}
      submit={join.mutate}
    >
      {!known && <DoorField label="Name" value={name} set={setName} autoComplete="username" />}
      {known && <input type="hidden" autoComplete="username" value={known} readOnly />}
      <DoorField
        label="Password"
        type="password"
        value={password}
        set={setPassword}
        autoComplete="new-password"
      />
    </Door>
  );
}
