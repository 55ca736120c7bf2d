import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { followJob, jobFeature, loadJob, planTraces } from './job.state';

const stageTitle = (stage: string) => `${stage} · Dormant Beacon`;

export const jobRoutes: Routes = [
  {
    path: '',
    providers: [provideState(jobFeature), provideEffects({ loadJob, followJob, planTraces })],
    children: [
      {
        path: 'take-in',
        title: stageTitle('Take in a car'),
        loadComponent: () => import('../take-in/new-job').then((m) => m.NewJob),
      },
      {
        path: 'jobs/:jobId',
        loadComponent: () => import('./job-shell').then((m) => m.JobShell),
        children: [
          { path: '', pathMatch: 'full', loadComponent: () => import('./to-next').then((m) => m.ToNext) },
          {
            path: 'take-in',
            title: stageTitle('Take in'),
            loadComponent: () => import('../take-in/take-in').then((m) => m.TakeIn),
          },
          {
            path: 'baseline',
            title: stageTitle('Baseline'),
            loadComponent: () => import('../baseline/baseline').then((m) => m.Baseline),
          },
          {
            path: 'trace',
            title: stageTitle('Trace'),
            loadComponent: () => import('../trace/trace').then((m) => m.TracePage),
          },
          {
            path: 'clear',
            title: stageTitle('Clear'),
            loadComponent: () => import('../clear/clear').then((m) => m.Clear),
          },
          {
            path: 'prove',
            title: stageTitle('Prove'),
            loadComponent: () => import('../prove/prove').then((m) => m.Prove),
          },
          {
            path: 'hand-back',
            title: stageTitle('Hand back'),
            loadComponent: () => import('../hand-back/hand-back').then((m) => m.HandBack),
          },
        ],
      },
    ],
  },
];
