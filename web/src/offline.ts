/* The application opens without its server once it has been here: see vite.config.ts. */

/** What a bench needs to open on: this rod, the rack, the clocks. */
function lookOnce(): void {
  const rod = /^\/build\/([^/]+)/.exec(location.pathname)?.[1];
  const needed = ["/api/builds", "/api/clocks", "/api/learned"];
  if (rod) needed.push(`/api/builds/${rod}`);
  for (const url of needed) void fetch(url).catch(() => undefined);
}

if ("serviceWorker" in navigator && import.meta.env.PROD) {
  // The first visit's own questions were asked before anything could keep their answers.
  navigator.serviceWorker.addEventListener("controllerchange", lookOnce);
  navigator.serviceWorker.register("/sw.js").catch(() => undefined);
}

export {};
