/** The frame around all views: theme, addresses, and the header. */
import { ConfigProvider } from "antd";
import { Activity, Suspense, useEffect, useState } from "react";
import { BrowserRouter, Navigate, Route, Routes, useLocation } from "react-router";
import { Shelf } from "../shelf/Shelf";
import { antTheme, useTheme } from "../theme/theme";
import { lazily } from "./lazily";
import { TellingProvider } from "./telling";
import "./shell.css";

const workbench = () => import("./Workbench");
const sheet = () => import("../sheet/Sheet");
const Workbench = lazily(workbench, "Workbench");
const Sheet = lazily(sheet, "Sheet");
const Parts = lazily(() => import("../parts/Parts"), "Parts");
const Motion = lazily(() => import("../motion/Motion"), "Motion");
const Compare = lazily(() => import("../compare/Compare"), "Compare");
const ProofView = lazily(() => import("../proof/ProofView"), "ProofView");
const TrialView = lazily(() => import("../trial/TrialView"), "TrialView");
const Deliver = lazily(() => import("../deliver/Deliver"), "Deliver");

export function App() {
  const name = useTheme((s) => s.name);
  // What comes next in most cases is there before it is asked for, and not before the shelf is.
  useEffect(() => {
    const soon = requestIdleCallback(() => void Promise.allSettled([workbench(), sheet()]), { timeout: 3000 });
    return () => cancelIdleCallback(soon);
  }, []);
  return (
    <ConfigProvider theme={antTheme(name)} wave={{ disabled: true }}>
      <TellingProvider>
        <div className="app">
          <BrowserRouter>
            <Suspense fallback={<div className="loading">One moment …</div>}>
              <Routes>
                <Route path="/" element={null} />
                <Route path="/component/:id" element={<Workbench />}>
                  <Route index element={<Navigate to="sheet" replace />} />
                  <Route path="sheet" element={<Sheet />} />
                  <Route path="parts" element={<Parts />} />
                  <Route path="motion" element={<Motion />} />
                  <Route path="compare" element={<Compare />} />
                  <Route path="proof" element={<ProofView />} />
                  <Route path="deliver" element={<Deliver />} />
                  <Route path="trial" element={<TrialView />} />
                </Route>
                <Route path="*" element={<Navigate to="/" replace />} />
              </Routes>
            </Suspense>
            <KeptShelf />
          </BrowserRouter>
        </div>
      </TellingProvider>
    </ConfigProvider>
  );
}

/** Its pictures are much to draw and much to take down: once drawn it stays, out of sight while a component is open. */
function KeptShelf() {
  const shown = useLocation().pathname === "/";
  const [drawn, setDrawn] = useState(shown);
  if (shown && !drawn) setDrawn(true);
  return (
    drawn && (
      <Activity mode={shown ? "visible" : "hidden"}>
        <Shelf />
      </Activity>
    )
  );
}
