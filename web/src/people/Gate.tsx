import { lazy, type ReactNode, Suspense } from "react";
import { useMe } from "./useMe";

const EnterPage = lazy(async () => ({ default: (await import("./EnterPage")).EnterPage }));
const JoinPage = lazy(async () => ({ default: (await import("./JoinPage")).JoinPage }));

/** Lets in who may come in: anybody where nobody has an account, else whoever entered. */
export function Gate({ children }: { children: ReactNode }) {
  const me = useMe();
  const opening = <main className="p-8">Opening ...</main>;
  if (window.location.pathname === "/join")
    return (
      <Suspense fallback={opening}>
        <JoinPage />
      </Suspense>
    );
  if (!me) return opening;
  if (me.role == null)
    return (
      <Suspense fallback={opening}>
        <EnterPage />
      </Suspense>
    );
  return children;
}
