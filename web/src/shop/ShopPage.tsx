import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Header } from "../app/Header";
import { type Form, FormContext } from "../ui/form";
import { UnitsProvider } from "../ui/UnitsProvider";
import { ShopForm } from "./ShopForm";
import { StockForm } from "./StockForm";

type Shop = Schemas["Shop"];

const KEY = ["shop"];

/** The schools that the shop follows: what every new job starts with. */
export function ShopPage() {
  const queries = useQueryClient();
  const held = useQuery({ queryKey: KEY, queryFn: () => unwrap(api.GET("/api/shop")) });
  const save = useMutation({
    mutationFn: (shop: Shop) => unwrap(api.PUT("/api/shop", { body: shop })),
    onSuccess: (shop) => queries.setQueryData(KEY, shop),
  });
  const shown = save.isPending || save.isError ? save.variables : held.data;
  const problem = save.error instanceof ApiError ? save.error.problem : undefined;
  const form = useMemo<Form>(
    () => ({
      tree: { shop: shown },
      edit: (change) => save.mutate((change({ shop: shown }) as { shop: Shop }).shop),
      problem,
      assumptions: [],
    }),
    [shown, problem, save.mutate],
  );
  return (
    <>
      <Header>
        <h1 className="text-lg">The shop</h1>
        <span className="text-sm text-soft" role="status">
          {problem ? "Not saved" : save.isPending ? "Saving" : "Saved"}
        </span>
      </Header>
      <main className="mx-auto max-w-2xl space-y-4 p-5">
        <p className="text-soft">
          Where good people disagree, the shop says which school it follows. A new job starts with
          it; jobs that are there already keep their own.
        </p>
        {shown ? (
          <FormContext.Provider value={form}>
            <UnitsProvider shop={shown.units} wires={shown.wire_system}>
              <ShopForm title="Every new job" />
            </UnitsProvider>
          </FormContext.Provider>
        ) : (
          <p>Opening ...</p>
        )}
        <StockForm />
        {problem && (
          <p role="alert" className="card border-2 !border-rust p-3">
            <strong>{problem.title}.</strong> {problem.detail}
          </p>
        )}
      </main>
    </>
  );
}
