import { provideHttpClient } from '@angular/common/http';
import { ApplicationConfig, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, RouteReuseStrategy, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { MessageService } from 'primeng/api';
import { providePrimeNG } from 'primeng/config';
import { routes } from './app.routes';
import { ReuseByLesson } from './shell/reuse-by-lesson';
import { LimberPreset } from './theme';

const nonce = document.querySelector('[ngCspNonce]')?.getAttribute('ngCspNonce') ?? undefined;

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(routes, withComponentInputBinding(), withInMemoryScrolling({ scrollPositionRestoration: 'top' })),
    provideHttpClient(),
    providePrimeNG({
      csp: { nonce },
      theme: {
        preset: LimberPreset,
        options: { darkModeSelector: '.dim', cssLayer: { name: 'primeng', order: 'reset, primeng, app' } },
      },
    }),
    MessageService,
    { provide: RouteReuseStrategy, useClass: ReuseByLesson },
  ],
};
