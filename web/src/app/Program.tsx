import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { Gate } from "../people/Gate";
import { UnitsProvider } from "../ui/UnitsProvider";
import { openWithoutConnection } from "./offline";
import { router } from "./router";

openWithoutConnection();

const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: true, staleTime: 2000 } },
});

/** The program: the yard, its jobs, the shop. */
export function Program() {
  return (
    <QueryClientProvider client={queries}>
      <UnitsProvider shop={undefined}>
        <Gate>
          <RouterProvider router={router} />
        </Gate>
      </UnitsProvider>
    </QueryClientProvider>
  );
}
