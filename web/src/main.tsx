import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { Tooltip } from "radix-ui";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";

import { turned } from "./api/client";
import { App } from "./app";
import { askAtTheDoor, FROM_THE_NETWORK, turnedOut } from "./door/who";
import "./theme.css";

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 2_000 } } });

turned.out = turnedOut;
if (FROM_THE_NETWORK && location.pathname !== "/come-in") void askAtTheDoor();

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <Tooltip.Provider delayDuration={350}>
        <App />
      </Tooltip.Provider>
    </QueryClientProvider>
  </StrictMode>,
);

/* Edits that an earlier page left are sent whatever view comes first. */
void import("./rod/store");
void import("./offline");
