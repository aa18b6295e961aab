import { ChangeDetectionStrategy, Component } from '@angular/core';
@Component({ selector: 'lc-stub', changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
export class WatchingBench {}
