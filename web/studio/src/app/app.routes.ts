import { inject } from '@angular/core';
import { CanActivateFn, Router, Routes } from '@angular/router';
import { Session } from './api/session';

const signedIn: CanActivateFn = async (_route, state) => {
  const router = inject(Router);
  const session = inject(Session);
  return (await session.user()) ? true : router.createUrlTree(['/sign-in'], { queryParams: { then: state.url } });
};

/** Every page is its own piece of code, so that the first paint carries only what it shows. */
export const routes: Routes = [
  {
    path: 'sign-in',
    title: $localize`Sign in · Limber Cheek`,
    loadComponent: async () => (await import('./sign-in/sign-in')).SignIn,
  },
  {
    path: 'set-up',
    title: $localize`Set up · Limber Cheek`,
    loadComponent: async () => (await import('./sign-in/set-up')).SetUp,
  },
  {
    path: '',
    canActivate: [signedIn],
    loadComponent: async () => (await import('./shell/shell')).Shell,
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'desk' },
      {
        path: 'desk',
        title: $localize`Desk · Limber Cheek`,
        loadComponent: async () => (await import('./desk/desk')).Desk,
      },
      {
        path: 'from-narration',
        title: $localize`From a narration · Limber Cheek`,
        loadComponent: async () => (await import('./plan/narration/from-narration')).FromNarration,
      },
      {
        path: 'library',
        title: $localize`Library · Limber Cheek`,
        loadComponent: async () => (await import('./library/library')).Library,
      },
      {
        path: 'rules',
        title: $localize`What is checked · Limber Cheek`,
        loadComponent: async () => (await import('./rules/rules')).RulesPage,
      },
      {
        path: 'people',
        title: $localize`People · Limber Cheek`,
        loadComponent: async () => (await import('./people/people')).People,
      },
      {
        path: 'trash',
        title: $localize`Trash · Limber Cheek`,
        loadComponent: async () => (await import('./trash/trash')).Trash,
      },
      {
        path: 'lesson/:lessonId',
        loadComponent: async () => (await import('./shell/lesson-frame')).LessonFrame,
        children: [
          { path: '', pathMatch: 'full', redirectTo: 'plan/moves' },
          {
            path: 'plan/moves',
            title: $localize`Moves · Limber Cheek`,
            loadComponent: async () => (await import('./plan/moves/moves')).Moves,
          },
          {
            path: 'plan/words',
            title: $localize`Words · Limber Cheek`,
            loadComponent: async () => (await import('./plan/words/words')).Words,
          },
          {
            path: 'plan/paper',
            title: $localize`Paper · Limber Cheek`,
            loadComponent: async () => (await import('./plan/paper/paper')).Paper,
          },
          {
            path: 'film/prompter',
            title: $localize`Prompter · Limber Cheek`,
            loadComponent: async () => (await import('./film/prompter/prompter')).Prompter,
          },
          {
            path: 'film/takes',
            title: $localize`Takes · Limber Cheek`,
            loadComponent: async () => (await import('./film/takes/takes')).Takes,
          },
          {
            path: 'mark/segments',
            title: $localize`Parts · Limber Cheek`,
            loadComponent: async () => (await import('./mark/segments/segments')).Segments,
          },
          {
            path: 'mark/cues',
            title: $localize`Cues · Limber Cheek`,
            loadComponent: async () => (await import('./mark/cues/cues')).Cues,
          },
          {
            path: 'share/proof',
            title: $localize`Proof · Limber Cheek`,
            loadComponent: async () => (await import('./share/proof/proof')).ProofBench,
          },
          {
            path: 'share/publish',
            title: $localize`Publish · Limber Cheek`,
            loadComponent: async () => (await import('./share/publish/publish')).Publish,
          },
          {
            path: 'share/finished-film',
            title: $localize`Finished film · Limber Cheek`,
            loadComponent: async () => (await import('./share/film/finished-film')).FinishedFilm,
          },
          {
            path: 'share/video-host',
            title: $localize`Video host · Limber Cheek`,
            loadComponent: async () => (await import('./share/host/video-host')).VideoHost,
          },
          {
            path: 'learn/watching',
            title: $localize`Watching · Limber Cheek`,
            loadComponent: async () => (await import('./learn/watching/watching')).WatchingBench,
          },
        ],
      },
    ],
  },
  { path: '**', redirectTo: 'desk' },
];
