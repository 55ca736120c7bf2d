import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';

bootstrapApplication(App, appConfig).catch((error: unknown) => console.error(error));

// Only where the page is served securely: then it opens, with what was seen last, while the server is away.
if (window.isSecureContext && 'serviceWorker' in navigator)
  navigator.serviceWorker.register('/sw.js').catch((error: unknown) => console.error(error));
