import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    manifest: true,
    license: { fileName: "assets/licences.md" },
    // What many pages share comes in a few pieces: a slow line pays for each.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: "base", test: /node_modules[\\/](react|react-dom|react-router|scheduler|@tanstack)[\\/]/ },
            { name: "ui", test: /node_modules[\\/](@radix-ui|@floating-ui)[\\/]|src[\\/](ui|api)[\\/](?!parts|chart|FilePicker|sayPlace|FormFoot|PlainHeader|Menu|arrayQueries|photograph|waitingOf|SignOutDialog)/, minShareCount: 2 },
            { name: "chart", test: /node_modules[\\/](d3-(?!geo)[a-z-]+|internmap)[\\/]|src[\\/]ui[\\/]chart[\\/]/ },
            { name: "worksheet", test: /src[\\/]features[\\/]worksheet[\\/](?!Part|OwnPart|LineField|Spelled|useParts|WithinField|Rows|choices|wiringQueries|trialQueries|useTrial|Points)/, minShareCount: 2 },
          ],
        },
      },
    },
  },
  test: { css: true },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
});
