import { lazyRouteComponent } from "@tanstack/react-router";

/** The pages, each fetched when it is first opened. */
const FETCH = {
  yard: () => import("../yard/Yard"),
  begin: () => import("../begin/BeginPage"),
  shop: () => import("../shop/ShopPage"),
  bays: () => import("../bays/BaysPage"),
  vehicles: () => import("../fleet/VehiclesPage"),
  vehicle: () => import("../fleet/VehiclePage"),
  kits: () => import("../fleet/KitsPage"),
  kit: () => import("../fleet/KitPage"),
  series: () => import("../fleet/SeriesPage"),
  board: () => import("../fleet/BoardPage"),
  search: () => import("../fleet/SearchPage"),
  recalls: () => import("../fleet/RecallsPage"),
  recall: () => import("../fleet/RecallPage"),
  people: () => import("../people/PeoplePage"),
  sheet: () => import("../sheet/SheetPage"),
};

export const PAGES = {
  yard: lazyRouteComponent(FETCH.yard, "Yard"),
  begin: lazyRouteComponent(FETCH.begin, "BeginPage"),
  shop: lazyRouteComponent(FETCH.shop, "ShopPage"),
  bays: lazyRouteComponent(FETCH.bays, "BaysPage"),
  vehicles: lazyRouteComponent(FETCH.vehicles, "VehiclesPage"),
  vehicle: lazyRouteComponent(FETCH.vehicle, "VehiclePage"),
  kits: lazyRouteComponent(FETCH.kits, "KitsPage"),
  kit: lazyRouteComponent(FETCH.kit, "KitPage"),
  series: lazyRouteComponent(FETCH.series, "SeriesPage"),
  board: lazyRouteComponent(FETCH.board, "BoardPage"),
  search: lazyRouteComponent(FETCH.search, "SearchPage"),
  recalls: lazyRouteComponent(FETCH.recalls, "RecallsPage"),
  recall: lazyRouteComponent(FETCH.recall, "RecallPage"),
  people: lazyRouteComponent(FETCH.people, "PeoplePage"),
  sheet: lazyRouteComponent(FETCH.sheet, "SheetPage"),
};

/** Fetches what was not opened yet: without a connection every page opens. */
export async function fetchAll(): Promise<void> {
  await Promise.all(Object.values(FETCH).map((page) => page()));
  const { fetchStages } = await import("../sheet/stageParts");
  await fetchStages();
}
