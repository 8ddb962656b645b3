import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { App } from "./app/App.tsx";
import "./main.css";
import { store } from "./state/store.ts";
import { applyTheme, themeNow } from "./state/theme.ts";

applyTheme(themeNow());
const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <App />
      </Provider>
    </StrictMode>,
  );
