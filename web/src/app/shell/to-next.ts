/** A job's own address leads to the stage at which its next thing is. */
import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { ActivatedRoute, Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';

@Component({ selector: 'db-to-next', changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
export class ToNext {
  constructor() {
    const [router, route, store] = [inject(Router), inject(ActivatedRoute), inject(Store)];
    const assessment = store.selectSignal(jobFeature.selectAssessment);
    effect(() => {
      const stage = assessment()?.next.stage;
      if (stage) void router.navigate([stage], { relativeTo: route.parent, replaceUrl: true });
    });
  }
}
