import "@fontsource/barlow/latin-400.css";
import "@fontsource/barlow/latin-600.css";
import "@fontsource/barlow-semi-condensed/latin-400.css";
import "@fontsource/barlow-semi-condensed/latin-600.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { RouterProvider } from "react-router/dom";
import { router } from "./router";
import { GlobalStyle } from "./ui/theme";

// The client waits for a lost connection by itself, so a query never gives up on its own.
const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: false, networkMode: "always", refetchOnWindowFocus: true },
    mutations: { networkMode: "always" },
  },
});

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <GlobalStyle />
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
}
