/** The staff pages: an application of their own, small enough for a phone on a bad line. */
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import "../main.css";
import { StaffApp } from "./StaffApp.tsx";

const dark = window.matchMedia("(prefers-color-scheme: dark)");
document.documentElement.dataset.theme = dark.matches ? "dark" : "light";
dark.addEventListener("change", () => {
  document.documentElement.dataset.theme = dark.matches ? "dark" : "light";
});
// Kept by the browser, so that the page opens where there is no signal.
if ("serviceWorker" in navigator)
  void navigator.serviceWorker.register("/staff-sw.js", { scope: "/staff" }).catch(() => undefined);
const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <StaffApp />
    </StrictMode>,
  );
