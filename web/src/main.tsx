import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, Suspense, type ReactNode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes, useLocation } from "react-router";
import { BenchScreen } from "./bench/BenchScreen";
import { Failed } from "./parts/Failed";
import { Guard } from "./parts/Guard";
import { fetchWhenIdle, later } from "./parts/later";
import { Elsewhere } from "./shelf/Elsewhere";
import { followTheme } from "./theme";
import "./theme.css";

const failed = (again: () => void, why: Error) => <Failed why={why} again={again} />;
const CompareScreen = later(() => import("./compare/CompareScreen"), failed);
const KitScreen = later(() => import("./kit/KitScreen"), failed);
const Shelf = later(() => import("./shelf/Shelf"), failed);
const TakeScreen = later(() => import("./take/TakeScreen"), failed);
const TraceScreen = later(() => import("./trace/TraceScreen"), failed);
const ProofScreen = later(() => import("./proof/ProofScreen"), failed);

/** Keeps what fails on one screen to that screen. */
function Screens({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <Guard of={pathname} instead={(why) => <Failed why={why} again={() => location.reload()} />}>
      {children}
    </Guard>
  );
}

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
        <Screens>
          <Suspense>
            <Routes>
              <Route path="/" element={<Shelf />} />
              <Route path="/:project/:page" element={<BenchScreen />} />
              <Route path="/:project/:page/compare" element={<CompareScreen />} />
              <Route path="/:project/:page/kit/:kit" element={<KitScreen />} />
              <Route path="/:project/:page/take" element={<TakeScreen />} />
              <Route path="/:project/:page/trace" element={<TraceScreen />} />
              <Route path="/:project/:page/proof" element={<ProofScreen />} />
              <Route path="*" element={<Elsewhere />} />
            </Routes>
          </Suspense>
        </Screens>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);

addEventListener("load", fetchWhenIdle);
