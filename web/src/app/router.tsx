import { createRootRoute, createRoute, createRouter, Outlet } from "@tanstack/react-router";
import { PAGES } from "./pages";

const rootRoute = createRootRoute({
  component: Outlet,
  notFoundComponent: () => (
    <main className="p-8">
      <h1 className="text-xl">No such page</h1>
      <a className="text-spruce underline" href="/">
        To the yard
      </a>
    </main>
  ),
});

const at = { getParentRoute: () => rootRoute };

export const router = createRouter({
  routeTree: rootRoute.addChildren([
    createRoute({ ...at, path: "/", component: PAGES.yard }),
    createRoute({
      ...at,
      path: "/new",
      component: PAGES.begin,
      // The vehicle of the register that the job is for.
      validateSearch: (search: Record<string, unknown>): { vehicle?: number } =>
        typeof search.vehicle === "number" ? { vehicle: search.vehicle } : {},
    }),
    createRoute({ ...at, path: "/shop", component: PAGES.shop }),
    createRoute({ ...at, path: "/bays", component: PAGES.bays }),
    createRoute({ ...at, path: "/kits", component: PAGES.kits }),
    createRoute({ ...at, path: "/kits/$id", component: PAGES.kit }),
    createRoute({ ...at, path: "/vehicles", component: PAGES.vehicles }),
    createRoute({ ...at, path: "/vehicles/$id", component: PAGES.vehicle }),
    createRoute({
      ...at,
      path: "/jobs/$id/$stage",
      component: PAGES.sheet,
      // Which page of the stage; its first without one.
      validateSearch: (search: Record<string, unknown>): { page?: string } =>
        typeof search.page === "string" ? { page: search.page } : {},
    }),
  ]),
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
