import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

/* The application opens without its server. A new edition waits until every window of the old one is closed:
   nothing changes under wet hands. */
const offline = VitePWA({
  injectRegister: false,
  includeAssets: ["spool.svg"],
  manifest: {
    name: "Wise Spool",
    short_name: "Wise Spool",
    description: "Plan a custom fishing rod, work from the plan at the bench, keep the record.",
    start_url: "/",
    display: "standalone",
    background_color: "#1e1b18",
    theme_color: "#1e1b18",
    icons: [{ src: "/spool.svg", sizes: "any", type: "image/svg+xml", purpose: "any" }],
  },
  workbox: {
    clientsClaim: true,
    globPatterns: ["**/*.{js,css,html,svg,woff2}"],
    navigateFallback: "/index.html",
    navigateFallbackDenylist: [/^\/api\//],
    maximumFileSizeToCacheInBytes: 4_000_000,
    runtimeCaching: [
      {
        // Rods, clocks, log and lists as they were last seen; the bell is a line that stays open.
        urlPattern: ({ url, request }) =>
          request.method === "GET" &&
          url.pathname.startsWith("/api/") &&
          !/^\/api\/(bell|health|pictures|devices)/.test(url.pathname) &&
          !/\/(file|sheet|sheets)/.test(url.pathname),
        handler: "NetworkFirst",
        options: { cacheName: "seen", expiration: { maxEntries: 300 } },
      },
      {
        urlPattern: ({ url }) => url.pathname.startsWith("/api/pictures/"),
        handler: "CacheFirst",
        options: { cacheName: "pictures", expiration: { maxEntries: 200 } },
      },
    ],
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), offline],
  build: { target: "es2022", reportCompressedSize: true, chunkSizeWarningLimit: 900 },
  server: { proxy: { "/api": "http://127.0.0.1:8321" } },
});
