import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { applyStoredTheme } from "./app/theme";
import "./styles.css";

applyStoredTheme();

// The page that is opened comes beside the program, not after it.
const stage = /^\/jobs\/\d+\/(\w+)/.exec(window.location.pathname)?.[1];
if (stage !== undefined) import("./sheet/SheetPage").then(({ fetchStage }) => fetchStage(stage));
const Program = lazy(async () => ({ default: (await import("./app/Program")).Program }));

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Suspense fallback={<main className="p-5">Opening ...</main>}>
        <Program />
      </Suspense>
    </StrictMode>,
  );
}
