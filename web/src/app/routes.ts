import type { Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', loadComponent: () => import('./shell/start').then((m) => m.Start) },
  { path: 'office/pupils', title: 'Pupils · Vilko', loadComponent: () => import('./office/pupils/pupils').then((m) => m.Pupils) },
  { path: 'lesson/:lessonId/record', title: 'Record · Vilko', loadComponent: () => import('./lesson/record/record').then((m) => m.Record) },
  { path: 'lesson/:lessonId/read', title: 'Read · Vilko', loadComponent: () => import('./lesson/read/read').then((m) => m.Read) },
  { path: 'lesson/:lessonId/read/:swingId', title: 'Read · Vilko', loadComponent: () => import('./lesson/read/read').then((m) => m.Read) },
  { path: '**', redirectTo: '' },
];
