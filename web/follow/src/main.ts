import '@limber/core/words/localize';
import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';

/** The viewers' page, or a second screen of the prompter: that one stands at an address of its own. */
const page: Promise<Type<unknown>> =
  location.pathname === '/second-screen'
    ? import('./app/second-screen').then((one) => one.SecondScreen)
    : Promise.resolve(App);

page
  .then((root) => bootstrapApplication(root, { providers: [provideZonelessChangeDetection()] }))
  .catch((error: unknown) => console.error(error));
