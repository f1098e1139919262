import "@fontsource-variable/bricolage-grotesque/index.css";
import "@fontsource-variable/hanken-grotesk/index.css";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { theme } from "./look/theme";
import "./look/tokens.css";
import { NoticesProvider } from "./parts/notices";

const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: 5_000, retry: 1, networkMode: "always" }, mutations: { networkMode: "always" } },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <ThemeProvider theme={theme}>
        <NoticesProvider>
          <BrowserRouter>
            <App />
          </BrowserRouter>
        </NoticesProvider>
      </ThemeProvider>
    </QueryClientProvider>
  </StrictMode>,
);
