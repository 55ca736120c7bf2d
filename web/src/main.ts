import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';

bootstrapApplication(App, appConfig).catch((error: unknown) => console.error(error));

// Only where the page is served securely: then it opens, with what was seen last, while the server is away.
if (window.isSecureContext && 'serviceWorker' in navigator) {
  const { serviceWorker } = navigator;
  // What was read past the worker, because it was not there yet, it is told of.
  const past = new PerformanceObserver((list) => {
    const read = (list.getEntries() as PerformanceResourceTiming[])
      .filter(({ workerStart }) => workerStart === 0)
      .map(({ name }) => name);
    if (read.length > 0) serviceWorker.controller?.postMessage({ read });
  });
  const observe = () => past.observe({ type: 'resource', buffered: true });
  if (!serviceWorker.controller) serviceWorker.addEventListener('controllerchange', observe, { once: true });
  serviceWorker.register('/sw.js').catch((error: unknown) => console.error(error));
}
