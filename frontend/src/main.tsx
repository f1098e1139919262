import "@fontsource-variable/bricolage-grotesque/index.css";
import "@fontsource-variable/hanken-grotesk/index.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { HappeningsProvider } from "./api/events";
import { Happenings } from "./api/happenings";
import "./look/base.css";
import { layColours } from "./look/colours";
import { KeyMap, KeysProvider } from "./parts/keys";
import { NoticeBoard, NoticesProvider } from "./parts/notices";
import { App } from "./shell/App";

const notices = new NoticeBoard();
const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: 5_000, retry: 1, networkMode: "always" }, mutations: { networkMode: "always" } },
  mutationCache: notices.mutations(),
});
const keys = new KeyMap();
const happenings = new Happenings(queries);

layColours();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <NoticesProvider board={notices}>
        <HappeningsProvider happenings={happenings}>
          <KeysProvider keys={keys}>
            <BrowserRouter>
              <App />
            </BrowserRouter>
          </KeysProvider>
        </HappeningsProvider>
      </NoticesProvider>
    </QueryClientProvider>
  </StrictMode>,
);
