import { fetchAll } from "./pages";

/** Where this device remembers which build of the app it keeps. */
const KEPT = "jovek.kept";

/** Has this device keep the app itself, so that a page opens while the program cannot be reached. */
export function openWithoutConnection() {
  // Browsers have it on a safe address only; elsewhere the app works as before, with a connection.
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  const files = () =>
    performance
      .getEntriesByType("resource")
      .map((r) => new URL(r.name).pathname)
      .filter((path) => path.startsWith("/assets/"));
  const build = document.querySelector<HTMLScriptElement>("script[type=module]")?.src ?? "";
  const keep = async () => {
    // All of it once for each build: what is kept is not fetched again with every page.
    if (localStorage.getItem(KEPT) === build) return;
    try {
      await navigator.serviceWorker.register("/sw.js");
      const ready = await navigator.serviceWorker.ready;
      await document.fonts.ready;
      // A page that was never opened here opens too.
      await fetchAll();
      ready.active?.postMessage(files());
      localStorage.setItem(KEPT, build);
    } catch {
      // Not kept: a page opens with a connection only.
    }
  };
  // This script may come after the page has loaded.
  if (document.readyState === "complete") keep();
  else window.addEventListener("load", keep);
}
