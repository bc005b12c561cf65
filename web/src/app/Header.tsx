import { Link } from "@tanstack/react-router";
import type { ReactNode } from "react";
import { Account } from "../people/Account";

export function Header({ children, onFind }: { children?: ReactNode; onFind?: () => void }) {
  return (
    <header className="no-print flex flex-wrap items-center gap-x-4 gap-y-2 px-5 py-2 max-md:gap-x-3 max-md:px-3">
      <Link to="/" className="text-xl font-semibold text-spruce" aria-label="Jovek, to the yard">
        jov<span className="text-copper">e</span>k
      </Link>
      {children}
      <span className="ml-auto" />
      <Account />
      {onFind && (
        <button
          type="button"
          onClick={onFind}
          className="card flex min-h-9 items-center gap-2 px-3 text-left text-soft md:min-w-40"
        >
          <kbd className="rounded border border-line px-1.5 text-xs">/</kbd>{" "}
          <span className="max-md:sr-only">Find or do</span>
        </button>
      )}
    </header>
  );
}
