import { lazy, Suspense, useEffect } from "react";

const fetchDialog = () => import("./PaletteDialog");
const PaletteDialog = lazy(async () => ({ default: (await fetchDialog()).PaletteDialog }));

export interface PaletteAction {
  label: string;
  hint?: string;
  run: () => void;
}

export interface PaletteGroup {
  heading: string;
  actions: PaletteAction[];
}

/** True where a key press is meant for a field. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName))
  );
}

/** A list that is open or not, and what stands in it. */
export interface PaletteProps {
  open: boolean;
  setOpen: (open: boolean) => void;
  groups: PaletteGroup[];
}

export function Palette({ open, setOpen, groups }: PaletteProps) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const slash = e.key === "/" && !e.ctrlKey && !e.metaKey && !isTyping(e.target);
      const ctrlK = e.key.toLowerCase() === "k" && (e.ctrlKey || e.metaKey);
      if (!slash && !ctrlK) return;
      e.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [setOpen]);

  // There before somebody looks for it, but after the page.
  useEffect(() => {
    const later = window.setTimeout(fetchDialog, 200);
    return () => window.clearTimeout(later);
  }, []);
  if (!open) return null;
  return (
    <Suspense fallback={null}>
      <PaletteDialog open={open} setOpen={setOpen} groups={groups} />
    </Suspense>
  );
}
