import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const api = `http://127.0.0.1:${process.env.ZESTY_PORT ?? "4180"}`;

export default defineConfig({
  plugins: [react(), tailwindcss()],
  worker: { format: "es" },
  build: {
    target: "es2023",
    chunkSizeWarningLimit: 600,
    // Two applications: the practice's, and the staff pages, which stay small for a phone.
    rollupOptions: { input: ["index.html", "staff.html"] },
  },
  server: { proxy: { "/api": api } },
});
