import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { followJob, jobFeature, loadJob, planTraces } from '../job';
import { provideKnowledge } from '../knowledge';

const stageTitle = (stage: string) => `${stage} · Dormant Beacon`;

export const jobRoutes: Routes = [
  {
    path: '',
    providers: [
      provideState(jobFeature),
      provideEffects({ loadJob, followJob, planTraces }),
      ...provideKnowledge(),
    ],
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
            path: 'basics',
            title: stageTitle('Basics'),
            loadComponent: () => import('../basics/basics').then((m) => m.Basics),
          },
          {
            path: 'make-safe',
            title: stageTitle('Make safe'),
            loadComponent: () => import('../make-safe/make-safe').then((m) => m.MakeSafe),
          },
          {
            path: 'route',
            title: stageTitle('Route'),
            loadComponent: () => import('../route/route').then((m) => m.RoutePage),
          },
          {
            path: 'match',
            title: stageTitle('Match'),
            loadComponent: () => import('../match/match').then((m) => m.MatchPage),
          },
          {
            path: 'strip',
            title: stageTitle('Strip'),
            loadComponent: () => import('../strip/strip').then((m) => m.StripPage),
          },
          {
            path: 'code',
            title: stageTitle('Code'),
            loadComponent: () => import('../code/code').then((m) => m.CodePage),
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
