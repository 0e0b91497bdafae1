import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
  worker: { format: "es" },
  // Nothing is inlined as a data address: the content security policy then needs no exception for it.
  build: { target: "es2022", assetsInlineLimit: 0 },
});
