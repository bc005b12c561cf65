import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  server: { host: "127.0.0.1", proxy: { "/api": "http://127.0.0.1:4180" } },
  build: {
    assetsInlineLimit: 0,
    target: "es2022",
    // Few files: each passes through the service worker.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            {
              name: "base",
              test: /node_modules[\\/](react|react-dom|scheduler|openapi-fetch)[\\/]|src[\\/](api[\\/]client|app[\\/]theme)|vite[\\/]preload-helper/,
            },
            { name: "routes", test: /node_modules[\\/]@tanstack/ },
            { name: "shared", test: /src[\\/](ui|app|api|shop)[\\/]/, minShareCount: 2 },
          ],
        },
      },
    },
  },
});
