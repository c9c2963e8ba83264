import type { Routes } from '@angular/router';

/** The rooms of the house: each brings its own pages, and the state that only they need. */
export const routes: Routes = [
  { path: '', loadChildren: () => import('./today/routes').then((m) => m.dayRoutes) },
  { path: 'sign-in', title: 'Sign in · Vilko', loadComponent: () => import('./shell/sign-in').then((m) => m.SignIn) },
  { path: 'office', loadChildren: () => import('./office/routes').then((m) => m.officeRoutes) },
  {
    path: 'lesson/:lessonId',
    loadComponent: () => import('./lesson/lesson-page').then((m) => m.LessonPage),
    loadChildren: () => import('./lesson/routes').then((m) => m.lessonRoutes),
  },
  { path: '**', redirectTo: '' },
];
