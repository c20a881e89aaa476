import React from "react";
import { createRoot } from "react-dom/client";
import OpeningHours from "../parts/opening-hours.lively.json?react";

createRoot(document.getElementById("app")).render(
  <React.StrictMode>
    <OpeningHours />
  </React.StrictMode>,
);
