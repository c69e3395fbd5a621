import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    // Nothing inline: the page's policy loads scripts, styles and fonts from our own address only.
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    reportCompressedSize: false,
  },
  test: {
    projects: [
      { extends: true, test: { name: "rules", include: ["src/**/!(*.hook).test.ts"] } },
      {
        extends: true,
        test: {
          name: "hooks",
          include: ["src/**/*.hook.test.ts"],
          environment: "jsdom",
          setupFiles: "src/testing/server.ts",
        },
      },
    ],
  },
  server: { proxy: { "/api": "http://127.0.0.1:8140" } },
});
