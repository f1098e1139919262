import { queryOptions } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { keys } from "./keys";

/** How things stand as the page begins, and the last event that it knows of. */
export const statusQuery = queryOptions({ queryKey: keys.status, queryFn: () => unwrap(api.GET("/status")) });
