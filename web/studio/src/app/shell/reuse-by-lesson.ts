import { BaseRouteReuseStrategy, type ActivatedRouteSnapshot } from '@angular/router';

/** Pages are kept as long as they show the same lesson; another lesson is another page, with nothing left of the first. */
export class ReuseByLesson extends BaseRouteReuseStrategy {
  override shouldReuseRoute(future: ActivatedRouteSnapshot, current: ActivatedRouteSnapshot): boolean {
    return super.shouldReuseRoute(future, current) && future.params['lessonId'] === current.params['lessonId'];
  }
}
