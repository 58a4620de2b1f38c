import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';
import { keepOnDevice } from './app/shell/newer-version';

bootstrapApplication(App, appConfig)
  .then(keepOnDevice)
  .catch((e: unknown) => {
    console.error(e);
  });
