import { createRootRoute, createRoute, createRouter, Outlet } from "@tanstack/react-router";
import { BaysPage } from "../bays/BaysPage";
import { BeginPage } from "../begin/BeginPage";
import { Sheet } from "../sheet/Sheet";
import { isStage, type Stage } from "../sheet/stages";
import { ShopPage } from "../shop/ShopPage";
import { OwnerPage } from "../stages/sign/OwnerPage";
import { Yard } from "../yard/Yard";

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

const yardRoute = createRoute({ getParentRoute: () => rootRoute, path: "/", component: Yard });

const shopRoute = createRoute({
  getParentRoute: () => rootRoute,
  path: "/shop",
  component: ShopPage,
});

const beginRoute = createRoute({
  getParentRoute: () => rootRoute,
  path: "/new",
  component: BeginPage,
});

const baysRoute = createRoute({
  getParentRoute: () => rootRoute,
  path: "/bays",
  component: BaysPage,
});

const sheetRoute = createRoute({
  getParentRoute: () => rootRoute,
  path: "/jobs/$id/$stage",
  component: function SheetPage() {
    const { id, stage } = sheetRoute.useParams();
    const known: Stage = isStage(stage) ? stage : "look";
    return <Sheet key={id} id={Number(id)} stage={known} />;
  },
});

const ownerRoute = createRoute({
  getParentRoute: () => rootRoute,
  path: "/owner/$id",
  component: function Owner() {
    const { id } = ownerRoute.useParams();
    return <OwnerPage id={Number(id)} />;
  },
});

export const router = createRouter({
  routeTree: rootRoute.addChildren([
    yardRoute,
    beginRoute,
    shopRoute,
    baysRoute,
    sheetRoute,
    ownerRoute,
  ]),
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
