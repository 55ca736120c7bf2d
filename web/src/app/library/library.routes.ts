import type { Routes } from '@angular/router';
import { provideKnowledge } from '../knowledge';

export const libraryRoutes: Routes = [
  {
    path: '',
    providers: provideKnowledge(),
    children: [
      {
        path: '',
        pathMatch: 'full',
        title: 'Library · Dormant Beacon',
        loadComponent: () => import('./library').then((m) => m.Library),
      },
      {
        path: 'stock',
        title: 'Stock · Dormant Beacon',
        loadComponent: () => import('./stock').then((m) => m.Stock),
      },
      {
        path: 'coding-books/:bookId',
        title: 'Coding book · Dormant Beacon',
        loadComponent: () => import('./book-editor').then((m) => m.BookEditor),
      },
      {
        path: 'access-maps/:mapId',
        title: 'Access map · Dormant Beacon',
        loadComponent: () => import('./map-editor').then((m) => m.MapEditor),
      },
      {
        path: 'circuits/:circuitId',
        title: 'Circuit · Dormant Beacon',
        loadComponent: () => import('./circuit-editor').then((m) => m.CircuitEditor),
      },
    ],
  },
];
