import { Link } from "@tanstack/react-router";
import type { ReactNode } from "react";
import { ApiError } from "../api/client";
import { Header } from "../app/Header";

/** The frame of a page of the fleet: what it is called, the way back, what went wrong. */
export function FleetPage({
  tag,
  title,
  back,
  faults,
  className = "max-w-6xl space-y-4",
  children,
}: {
  /** What stands before the title. */
  tag?: ReactNode;
  title: string;
  back: { to: "/" | "/vehicles" | "/kits" | "/search" | "/recalls"; label: string };
  /** What may have gone wrong; the first of them is told. */
  faults: unknown[];
  className?: string;
  children: ReactNode;
}) {
  const fault = faults.find((f) => f instanceof ApiError);
  return (
    <>
      <Header>
        {tag}
        <h1 className="text-lg">{title}</h1>
        <Link to={back.to} className="text-spruce underline">
          {back.label}
        </Link>
      </Header>
      <div className="border-t-2 border-head" />
      <main className={`mx-auto p-5 ${className}`}>
        {fault instanceof ApiError && (
          <p role="alert" className="text-rust">
            {fault.problem.detail}
          </p>
        )}
        {children}
      </main>
    </>
  );
}
