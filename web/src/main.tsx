import "./kit/tokens.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { Refusal } from "./api/client";
import { App } from "./app";
import { Boundary } from "./kit/Boundary";
import { SayProvider } from "./kit/toast";

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof Refusal && error.offline && count < 2,
      refetchOnWindowFocus: false,
      networkMode: "always",
    },
    mutations: { networkMode: "always" },
  },
});

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <SayProvider>
        <BrowserRouter>
          <Boundary where="the whole">
            <App />
          </Boundary>
        </BrowserRouter>
      </SayProvider>
    </QueryClientProvider>
  </StrictMode>,
);
