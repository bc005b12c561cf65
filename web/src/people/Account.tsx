import { useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { api, unwrap } from "../api/client";
import { keepMe, ME, type Me, useMe } from "./useMe";

const ITEM =
  "flex min-h-11 cursor-pointer items-center rounded px-3 data-[highlighted]:bg-spruce data-[highlighted]:text-on-spruce";

/** Who is in, and the way out; nothing where nobody enters. */
export function Account() {
  const me = useMe();
  const queries = useQueryClient();
  if (!me?.person) return null;
  const leave = async (everywhere: boolean) => {
    await unwrap(api.POST("/api/leave", { body: { everywhere } }));
    const nobody: Me = { has_accounts: true };
    keepMe(nobody);
    queries.setQueryData(ME, nobody);
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="min-h-9 max-w-32 truncate rounded border border-line px-2">
        {me.person.name}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="card z-50 p-1 shadow-xl">
          {me.role === "lead" && (
            <DropdownMenu.Item asChild className={ITEM}>
              <Link to="/people">People</Link>
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item className={ITEM} onSelect={() => leave(false)}>
            Leave
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => leave(true)}>
            Leave on every device
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
