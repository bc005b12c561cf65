import { Command } from "cmdk";
import { Dialog } from "radix-ui";
import type { PaletteProps } from "./Palette";

/** The list that is searched; fetched once the page stands, for it is large. */
export function PaletteDialog({ open, setOpen, groups }: PaletteProps) {
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="card fixed top-24 left-1/2 z-50 w-[min(36rem,calc(100vw-2rem))] -translate-x-1/2 shadow-xl"
        >
          <Dialog.Title className="sr-only">Find or do</Dialog.Title>
          <Command label="Find or do" loop>
            <Command.Input
              placeholder="Stage, circuit, job, export ..."
              className="w-full border-b border-line bg-transparent px-4 py-3 text-base"
            />
            <Command.List className="max-h-80 overflow-auto p-2">
              <Command.Empty className="px-3 py-4 text-soft">Nothing of that name.</Command.Empty>
              {groups.map((group) => (
                <Command.Group
                  key={group.heading}
                  heading={group.heading}
                  className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-soft"
                >
                  {group.actions.map((action) => (
                    <Command.Item
                      key={action.label}
                      value={`${group.heading} ${action.label}`}
                      onSelect={() => {
                        setOpen(false);
                        action.run();
                      }}
                      className="flex min-h-10 items-center rounded px-3 data-[selected=true]:bg-spruce data-[selected=true]:text-on-spruce"
                    >
                      {action.label}
                      {action.hint && (
                        <span className="ml-auto text-sm opacity-80">{action.hint}</span>
                      )}
                    </Command.Item>
                  ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
