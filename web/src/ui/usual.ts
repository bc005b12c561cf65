import { useCatalog } from "../api/catalog";

/** The figure that counts at a place of the shop's habits until somebody gives another. */
export function useUsual(path: string): number | undefined {
  return useCatalog().data?.data.usual.find((u) => u.path === path)?.value;
}
