import type { Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', loadComponent: () => import('./shell/start').then((m) => m.Start) },
  { path: 'sign-in', title: 'Sign in · Vilko', loadComponent: () => import('./shell/sign-in').then((m) => m.SignIn) },
  {
    path: 'office/pupils',
    title: 'Pupils · Vilko',
    loadComponent: () => import('./office/pupils/pupils').then((m) => m.Pupils),
  },
  {
    path: 'office/pupils/new',
    title: 'New pupil · Vilko',
    loadComponent: () => import('./office/pupils/new-pupil').then((m) => m.NewPupilPage),
  },
  {
    path: 'office/pupils/:pupilId',
    title: 'Pupil · Vilko',
    loadComponent: () => import('./office/pupils/pupil').then((m) => m.PupilPage),
  },
  {
    path: 'office/pupils/:pupilId/swings',
    title: 'Swings · Vilko',
    loadComponent: () => import('./office/pupils/swing-log').then((m) => m.SwingLog),
  },
  {
    path: 'office/pupils/:pupilId/progress',
    title: 'Progress · Vilko',
    loadComponent: () => import('./office/pupils/progress').then((m) => m.ProgressPage),
  },
  {
    path: 'office/patterns',
    title: 'Patterns · Vilko',
    loadComponent: () => import('./office/patterns/patterns').then((m) => m.Patterns),
  },
  {
    path: 'office/patterns/:patternId',
    title: 'Patterns · Vilko',
    loadComponent: () => import('./office/patterns/patterns').then((m) => m.Patterns),
  },
  {
    path: 'office/drills',
    title: 'Drills · Vilko',
    loadComponent: () => import('./office/drills/drills').then((m) => m.Drills),
  },
  {
    path: 'office/drills/:drillId',
    title: 'Drills · Vilko',
    loadComponent: () => import('./office/drills/drills').then((m) => m.Drills),
  },
  {
    path: 'office/devices',
    title: 'Devices · Vilko',
    loadComponent: () => import('./office/devices/devices').then((m) => m.Devices),
  },
  {
    path: 'office/measures',
    title: 'Measures · Vilko',
    loadComponent: () => import('./office/measures/measures').then((m) => m.MeasuresPage),
  },
  {
    path: 'office/settings',
    title: 'Settings · Vilko',
    loadComponent: () => import('./office/settings/settings').then((m) => m.Settings),
  },
  {
    path: 'lesson/:lessonId/set-up',
    title: 'Set up · Vilko',
    loadComponent: () => import('./lesson/set-up/set-up').then((m) => m.SetUp),
  },
  {
    path: 'lesson/:lessonId/pupil-view',
    title: 'For the pupil · Vilko',
    loadComponent: () => import('./lesson/record/pupil-view').then((m) => m.PupilView),
  },
  {
    path: 'lesson/:lessonId/record',
    title: 'Record · Vilko',
    loadComponent: () => import('./lesson/record/record').then((m) => m.Record),
  },
  {
    path: 'lesson/:lessonId/read',
    title: 'Read · Vilko',
    loadComponent: () => import('./lesson/read/read').then((m) => m.Read),
  },
  {
    path: 'lesson/:lessonId/read/:swingId',
    title: 'Read · Vilko',
    loadComponent: () => import('./lesson/read/read').then((m) => m.Read),
  },
  {
    path: 'lesson/:lessonId/compare',
    title: 'Compare · Vilko',
    loadComponent: () => import('./lesson/compare/compare').then((m) => m.Compare),
  },
  {
    path: 'lesson/:lessonId/practise',
    title: 'Practise · Vilko',
    loadComponent: () => import('./lesson/practise/practise').then((m) => m.Practise),
  },
  {
    path: 'lesson/:lessonId/practise/try',
    title: 'Try it out · Vilko',
    loadComponent: () => import('./lesson/practise/try-out').then((m) => m.TryOut),
  },
  {
    path: 'lesson/:lessonId/practise/train',
    title: 'Train · Vilko',
    loadComponent: () => import('./lesson/practise/trainer').then((m) => m.Trainer),
  },
  {
    path: 'lesson/:lessonId/report',
    title: 'Report · Vilko',
    loadComponent: () => import('./lesson/report/report').then((m) => m.ReportPage),
  },
  {
    path: 'lesson/:lessonId/report/speak',
    title: 'Spoken review · Vilko',
    loadComponent: () => import('./lesson/report/spoken/spoken-review').then((m) => m.SpokenReviewPage),
  },
  { path: '**', redirectTo: '' },
];
