import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { BenchScreen } from "./bench/BenchScreen";
import { followTheme } from "./theme";
import "./theme.css";

const CompareScreen = lazy(() => import("./compare/CompareScreen"));
const KitScreen = lazy(() => import("./kit/KitScreen"));
const Shelf = lazy(() => import("./shelf/Shelf"));
const TakeScreen = lazy(() => import("./take/TakeScreen"));
const ProofScreen = lazy(() => import("./proof/ProofScreen"));

followTheme();

// An answer is drawn in the frame it comes in, not in the one after it.
notifyManager.setScheduler(queueMicrotask);

const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false, staleTime: 60_000 } },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <Suspense>
          <Routes>
            <Route path="/" element={<Shelf />} />
            <Route path="/:project/:page" element={<BenchScreen />} />
            <Route path="/:project/:page/compare" element={<CompareScreen />} />
            <Route path="/:project/:page/kit/:kit" element={<KitScreen />} />
            <Route path="/:project/:page/take" element={<TakeScreen />} />
            <Route path="/:project/:page/proof" element={<ProofScreen />} />
          </Routes>
        </Suspense>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
