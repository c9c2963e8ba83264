import type { Routes } from '@angular/router';
import { provideDayState } from '../state/day';
import { provideLessonState } from '../state/lesson-state';

/** The pages of a lesson, with the state that only they need. */
export const lessonRoutes: Routes = [
  {
    path: '',
    providers: [provideLessonState()],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'read' },
      { path: 'set-up', title: 'Set up · Vilko', loadComponent: () => import('./set-up/set-up').then((m) => m.SetUp) },
      {
        path: 'pupil-view',
        title: 'For the pupil · Vilko',
        loadComponent: () => import('./record/pupil-view').then((m) => m.PupilView),
      },
      { path: 'record', title: 'Record · Vilko', loadComponent: () => import('./record/record').then((m) => m.Record) },
      { path: 'read', title: 'Read · Vilko', loadComponent: () => import('./read/read').then((m) => m.Read) },
      { path: 'read/:swingId', title: 'Read · Vilko', loadComponent: () => import('./read/read').then((m) => m.Read) },
      {
        path: 'compare',
        title: 'Compare · Vilko',
        loadComponent: () => import('./compare/compare').then((m) => m.Compare),
      },
      {
        path: 'entered',
        title: 'Numbers from elsewhere · Vilko',
        loadComponent: () => import('./entered/entered-page').then((m) => m.EnteredPage),
      },
      {
        path: 'practise',
        title: 'Practise · Vilko',
        loadComponent: () => import('./practise/practise').then((m) => m.Practise),
      },
      {
        path: 'practise/try',
        title: 'Try it out · Vilko',
        loadComponent: () => import('./practise/try-out').then((m) => m.TryOut),
      },
      {
        path: 'practise/train',
        title: 'Train · Vilko',
        loadComponent: () => import('./practise/trainer').then((m) => m.Trainer),
      },
      {
        path: 'report',
        title: 'Report · Vilko',
        loadComponent: () => import('./report/report').then((m) => m.ReportPage),
      },
      {
        path: 'end',
        providers: [...provideDayState()],
        title: 'End of the lesson · Vilko',
        loadComponent: () => import('./end/end-lesson').then((m) => m.EndLesson),
      },
      {
        path: 'report/speak',
        title: 'Spoken review · Vilko',
        loadComponent: () => import('./report/spoken/spoken-review').then((m) => m.SpokenReviewPage),
      },
    ],
  },
];
