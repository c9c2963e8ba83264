import type { Routes } from '@angular/router';
import { providePracticeState } from '../state/lesson-state';

/** The office: pupils with all that is kept of them, patterns, drills, devices, measures, settings. */
export const officeRoutes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'pupils' },
  { path: 'pupils', title: 'Pupils · Vilko', loadComponent: () => import('./pupils/pupils').then((m) => m.Pupils) },
  {
    path: 'pupils/new',
    title: 'New pupil · Vilko',
    loadComponent: () => import('./pupils/new-pupil').then((m) => m.NewPupilPage),
  },
  {
    path: 'pupils/:pupilId',
    title: 'Pupil · Vilko',
    loadComponent: () => import('./pupils/pupil').then((m) => m.PupilPage),
  },
  {
    path: 'pupils/:pupilId/swings',
    title: 'Swings · Vilko',
    loadComponent: () => import('./pupils/swing-log').then((m) => m.SwingLog),
  },
  {
    path: 'pupils/:pupilId/progress',
    title: 'Progress · Vilko',
    providers: [providePracticeState()],
    loadComponent: () => import('./pupils/progress').then((m) => m.ProgressPage),
  },
  {
    path: 'patterns',
    title: 'Patterns · Vilko',
    loadComponent: () => import('./patterns/patterns').then((m) => m.Patterns),
  },
  {
    path: 'patterns/:patternId',
    title: 'Patterns · Vilko',
    loadComponent: () => import('./patterns/patterns').then((m) => m.Patterns),
  },
  { path: 'drills', title: 'Drills · Vilko', loadComponent: () => import('./drills/drills').then((m) => m.Drills) },
  {
    path: 'drills/:drillId',
    title: 'Drills · Vilko',
    loadComponent: () => import('./drills/drills').then((m) => m.Drills),
  },
  {
    path: 'programmes',
    title: 'Programmes · Vilko',
    loadComponent: () => import('./programmes/programmes').then((m) => m.ProgrammesPage),
  },
  { path: 'inbox', title: 'Inbox · Vilko', loadComponent: () => import('./inbox/inbox').then((m) => m.Inbox) },
  {
    path: 'letters',
    title: 'Letters · Vilko',
    loadComponent: () => import('./letters/letters').then((m) => m.Letters),
  },
  { path: 'bin', title: 'Bin · Vilko', loadComponent: () => import('./bin/bin').then((m) => m.Bin) },
  {
    path: 'devices',
    title: 'Devices · Vilko',
    loadComponent: () => import('./devices/devices').then((m) => m.Devices),
  },
  {
    path: 'measures',
    title: 'Measures · Vilko',
    loadComponent: () => import('./measures/measures').then((m) => m.MeasuresPage),
  },
  {
    path: 'reading-room',
    title: 'Reading room · Vilko',
    loadComponent: () => import('./reading-room/reading-room').then((m) => m.ReadingRoom),
  },
  {
    path: 'settings',
    title: 'Settings · Vilko',
    loadComponent: () => import('./settings/settings').then((m) => m.Settings),
  },
];
