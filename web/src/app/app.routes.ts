import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { baysFeature, findBays, loadBays, loadMoreBays } from './bays/bays.state';

/** The page of a customer, who never signs in. */
export const customerPath = 'your-car';

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Bays · Dormant Beacon',
    providers: [provideState(baysFeature), provideEffects({ findBays, loadBays, loadMoreBays })],
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
    path: customerPath,
    title: 'Your car · Dormant Beacon',
    loadComponent: () => import('./customer/customer').then((m) => m.Customer),
  },
  {
    path: 'practice',
    title: 'Practice · Dormant Beacon',
    loadComponent: () => import('./practice/practice').then((m) => m.Practice),
  },
  { path: 'library', loadChildren: () => import('./library/library.routes').then((m) => m.libraryRoutes) },
  { path: '', loadChildren: () => import('./shell/job.routes').then((m) => m.jobRoutes) },
  {
    path: '**',
    title: 'Not here · Dormant Beacon',
    loadComponent: () => import('./shell/nowhere').then((m) => m.Nowhere),
  },
];
