import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';

/** The least that an Angular application can be: what the viewers' page is measured against. */
@Component({ selector: 'lc-empty', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class Empty {}

void bootstrapApplication(Empty, { providers: [provideZonelessChangeDetection()] });
