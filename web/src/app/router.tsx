import {
  createRootRoute,
  createRoute,
  createRouter,
  Outlet,
  useMatchRoute,
  useParams,
} from "@tanstack/react-router";
import type { Schemas } from "../api/client";
import type { YardAsked } from "../yard/useYard";
import { PAGES } from "./pages";
import { useLive } from "./useLive";

/** Every page, told what others do. */
function Root() {
  const { id } = useParams({ strict: false });
  const isJob = useMatchRoute()({ to: "/jobs/$id/$stage" }) !== false;
  useLive(isJob && id !== undefined ? Number(id) : undefined);
  return <Outlet />;
}

const rootRoute = createRootRoute({
  component: Root,
  notFoundComponent: () => (
    <main className="p-8">
      <h1 className="text-xl">No such page</h1>
      <a className="text-spruce underline" href="/">
        To the yard
      </a>
    </main>
  ),
});

interface Searched {
  find?: string;
  kind?: Schemas["SaidKind"] | undefined;
  from?: number;
}

const at = { getParentRoute: () => rootRoute };

export const router = createRouter({
  routeTree: rootRoute.addChildren([
    createRoute({
      ...at,
      path: "/",
      component: PAGES.yard,
      // What is looked for in the yard.
      validateSearch: (search: Record<string, unknown>): YardAsked => ({
        ...(search.find === undefined ? {} : { find: String(search.find) }),
        ...(typeof search.state === "string" ? { state: search.state as YardAsked["state"] } : {}),
        ...(typeof search.sort === "string" ? { sort: search.sort as YardAsked["sort"] } : {}),
        ...(typeof search.from === "number" ? { from: search.from } : {}),
      }),
    }),
    createRoute({
      ...at,
      path: "/new",
      component: PAGES.begin,
      // The vehicle of the register that the job is for.
      validateSearch: (search: Record<string, unknown>): { vehicle?: number } =>
        typeof search.vehicle === "number" ? { vehicle: search.vehicle } : {},
    }),
    createRoute({ ...at, path: "/shop", component: PAGES.shop }),
    createRoute({
      ...at,
      path: "/bays",
      component: PAGES.bays,
      // The kit whose vehicles alone are planned.
      validateSearch: (search: Record<string, unknown>): { kit?: number } =>
        typeof search.kit === "number" ? { kit: search.kit } : {},
    }),
    createRoute({ ...at, path: "/kits", component: PAGES.kits }),
    createRoute({ ...at, path: "/kits/$id", component: PAGES.kit }),
    createRoute({ ...at, path: "/kits/$id/series", component: PAGES.series }),
    createRoute({ ...at, path: "/kits/$id/board", component: PAGES.board }),
    createRoute({
      ...at,
      path: "/search",
      component: PAGES.search,
      // What is looked for, of which kind, from which number on.
      validateSearch: (search: Record<string, unknown>): Searched => ({
        ...(search.find === undefined ? {} : { find: String(search.find) }),
        ...(typeof search.kind === "string" ? { kind: search.kind as Searched["kind"] } : {}),
        ...(typeof search.from === "number" ? { from: search.from } : {}),
      }),
    }),
    createRoute({ ...at, path: "/people", component: PAGES.people }),
    createRoute({ ...at, path: "/recalls", component: PAGES.recalls }),
    createRoute({ ...at, path: "/recalls/$id", component: PAGES.recall }),
    createRoute({ ...at, path: "/vehicles", component: PAGES.vehicles }),
    createRoute({ ...at, path: "/vehicles/$id", component: PAGES.vehicle }),
    createRoute({
      ...at,
      path: "/jobs/$id/$stage",
      component: PAGES.sheet,
      // Which page of the stage, its first without one; the wire whose label was read.
      validateSearch: (search: Record<string, unknown>): { page?: string; wire?: string } => ({
        ...(typeof search.page === "string" ? { page: search.page } : {}),
        ...(typeof search.wire === "string" ? { wire: search.wire } : {}),
      }),
    }),
  ]),
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
