import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, unwrap } from "../api/client";
import { Door, DoorField } from "./Door";
import { keepMe, ME } from "./useMe";

/** Name and password, where everybody enters. */
export function EnterPage() {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const enter = useMutation({
    mutationFn: () => unwrap(api.POST("/api/enter", { body: { name, password } })),
    onSuccess: (me) => {
      keepMe(me);
      // Whatever was asked before was asked by nobody.
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== ME[0] });
      queries.setQueryData(ME, me);
    },
  });
  return (
    <Door
      title="Who are you?"
      act="Enter"
      busy={enter.isPending}
      error={enter.error}
      submit={enter.mutate}
    >
      <DoorField label="Name" value={name} set={setName} autoComplete="username" />
      <DoorField
        label="Password"
        type="password"
        value={password}
        set={setPassword}
        autoComplete="current-password"
      />
    </Door>
  );
}
