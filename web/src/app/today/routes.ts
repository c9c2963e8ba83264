import type { Routes } from '@angular/router';
import { provideDayState } from '../state/day';

/** The day: who comes and what waits, the calendar, and what one reads before somebody comes. */
export const dayRoutes: Routes = [
  {
    path: '',
    providers: [...provideDayState()],
    children: [
      {
        path: '',
        pathMatch: 'full',
        title: 'Today · Vilko',
        loadComponent: () => import('./today').then((m) => m.TodayPage),
      },
      { path: 'week', title: 'Week · Vilko', loadComponent: () => import('./week').then((m) => m.Week) },
      {
        path: 'bookings/:bookingId',
        title: 'Preparation · Vilko',
        loadComponent: () => import('./preparation').then((m) => m.Preparation),
      },
    ],
  },
];
