import type { Routes } from '@angular/router';

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Bays · Dormant Beacon',
    loadComponent: () => import('./bays/bays').then((m) => m.Bays),
  },
  {
    path: 'account',
    title: 'Password and PIN · Dormant Beacon',
    loadComponent: () => import('./people/account').then((m) => m.AccountPage),
  },
  {
    path: 'shop',
    title: 'Shop · Dormant Beacon',
    loadComponent: () => import('./shop/shop').then((m) => m.ShopPage),
  },
  {
    path: 'library',
    title: 'Library · Dormant Beacon',
    loadComponent: () => import('./library/library').then((m) => m.Library),
  },
  {
    path: 'library/circuits/:circuitId',
    title: 'Circuit · Dormant Beacon',
    loadComponent: () => import('./library/circuit-editor').then((m) => m.CircuitEditor),
  },
  { path: '', loadChildren: () => import('./shell/job.routes').then((m) => m.jobRoutes) },
  {
    path: '**',
    title: 'Not here · Dormant Beacon',
    loadComponent: () => import('./shell/nowhere').then((m) => m.Nowhere),
  },
];
