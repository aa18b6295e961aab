import '@limber/core/words/localize';
import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';

/** The viewers' page, or what a telephone of the instructor reaches by a code, each at an address of its own. */
const PAGES: Readonly<Record<string, () => Promise<Type<unknown>>>> = {
  '/second-screen': () => import('./app/second-screen').then((one) => one.SecondScreen),
  '/from-phone': () => import('./app/from-phone').then((one) => one.FromPhone),
};
const page = PAGES[location.pathname]?.() ?? Promise.resolve<Type<unknown>>(App);

page
  .then((root) => bootstrapApplication(root, { providers: [provideZonelessChangeDetection()] }))
  .catch((error: unknown) => console.error(error));
