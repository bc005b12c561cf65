import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { applyStoredTheme } from "./app/theme";
import "./styles.css";

applyStoredTheme();

/** The owner reads one page on a phone: nothing of the program is fetched for it. */
const owner = /^\/owner\/(\d+)$/.exec(window.location.pathname)?.[1];
const OwnerPage = lazy(async () => ({
  default: (await import("./stages/sign/OwnerPage")).OwnerPage,
}));
// The page that is opened comes beside the program, not after it.
const stage = /^\/jobs\/\d+\/(\w+)/.exec(window.location.pathname)?.[1];
if (stage !== undefined) import("./sheet/SheetPage").then(({ fetchStage }) => fetchStage(stage));
const Program = lazy(async () => ({ default: (await import("./app/Program")).Program }));

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Suspense fallback={<main className="p-5">Opening ...</main>}>
        {owner === undefined ? <Program /> : <OwnerPage id={Number(owner)} />}
      </Suspense>
    </StrictMode>,
  );
}
