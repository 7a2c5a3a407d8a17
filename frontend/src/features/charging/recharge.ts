import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";

/** When the bank is full again from a charge, in each mode; the answer before stays until the new one is there. */
export const rechargeQuery = (optionId: string, revision: number, fromFrac: number) =>
  queryOptions({
    queryKey: ["recharge", optionId, revision, fromFrac],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        client.POST("/api/v1/options/{option_id}/recharges", {
          params: { path: { option_id: optionId } },
          body: { from_frac: fromFrac },
        }),
      ),
  });
