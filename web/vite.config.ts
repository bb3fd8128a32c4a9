import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

// What a class needs without a network: the pages, the type, the spoken words; and the last answers about it.
const offline = VitePWA({
  registerType: "autoUpdate",
  injectRegister: "script-defer",
  manifest: {
    name: "Jaunty Bell",
    short_name: "Jaunty Bell",
    description: "Boxing and kickboxing classes: designed, run and kept.",
    start_url: "/floor",
    display: "standalone",
    background_color: "#f4eee3",
    theme_color: "#20252b",
    icons: [
      { src: "/bell.svg", sizes: "any", type: "image/svg+xml" },
      { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
    share_target: { action: "/share", method: "GET", enctype: "application/x-www-form-urlencoded", params: { title: "title", text: "text", url: "url" } },
  },
  workbox: {
    globPatterns: ["**/*.{js,css,html,svg,png,woff2,wav}"],
    navigateFallback: "/index.html",
    navigateFallbackDenylist: [/^\/api\//, /^\/corner$/],
    cleanupOutdatedCaches: true,
    runtimeCaching: [
      {
        urlPattern: ({ url, request }) =>
          request.method === "GET" && /^\/api\/(session|school\/voice|floor\/(?!classes\/[^/]+\/(live|track)))/.test(url.pathname),
        handler: "NetworkFirst",
        options: { cacheName: "club", networkTimeoutSeconds: 8, expiration: { maxEntries: 60 } },
      },
    ],
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), offline],
  build: {
    target: "es2022",
    sourcemap: false,
    assetsInlineLimit: 0,
    rolldownOptions: { input: ["index.html", "corner.html"] },
  },
  server: { proxy: { "/api": "http://127.0.0.1:4000" } },
});
