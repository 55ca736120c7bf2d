/** What to lay out and to order before the first step, and what needs power before the power goes off. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  type AccessMap,
  isPart,
  itemsOf,
  type MapItem,
  needsOfWay,
  type PowerBatch,
} from '@dormant-beacon/core/ledger';
import { FiguresPipe } from '../figures';

@Component({
  selector: 'db-lay-out',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl>
      @if (needs().tools.length > 0) {
        <dt>Drives</dt>
        <dd class="mono">{{ needs().tools.join(' · ') | figures }}</dd>
      }
      @if (needs().oneTime.length > 0) {
        <dt>Order new, used once</dt>
        <dd>
          @for (one of needs().oneTime; track $index) {
            <span>{{ one.count }} × {{ one.kind }} {{ one.drive }}</span>
          }
        </dd>
      }
      @if (needs().materials.length > 0) {
        <dt>Materials</dt>
        <dd>
          @for (one of needs().materials; track $index) {
            <span
              ><strong>{{ one.name }}</strong
              >, {{ one.rule }}</span
            >
          }
        </dd>
      }
      @if (standsFirst().length > 0) {
        <dt>How the car has to stand</dt>
        <dd>
          @for (one of standsFirst(); track $index) {
            <span
              >{{ one.what }} <small>for {{ one.at }}</small></span
            >
          }
        </dd>
      }
      @if (powered().length > 0) {
        <dt>While there is power</dt>
        <dd>
          @for (line of powered(); track line) {
            <span>{{ line | figures }}</span>
          }
        </dd>
      }
      @if (downs() > 0) {
        <dt>Power-downs</dt>
        <dd>
          {{ downs() === 1 ? 'One, for all that is guarded' : downs() + ': a step in between needs power' }}
        </dd>
      }
      @if (lost().length > 0) {
        <dt>Lost with the power</dt>
        <dd>
          @for (one of lost(); track one.what) {
            <span>{{ one.what }}: {{ one.back }}</span>
          }
        </dd>
      }
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: minmax(120px, auto) minmax(0, 1fr);
      gap: 8px 18px;
      margin: 0;
    }
    dt {
      color: var(--quiet);
      font-weight: 600;
    }
    dd {
      display: grid;
      gap: 4px;
      margin: 0;
    }
    dd.mono {
      font-size: 20px;
      font-weight: 600;
    }
    small {
      color: var(--quiet);
      font-size: 15px;
    }
    @media (max-width: 500px) {
      dl {
        grid-template-columns: minmax(0, 1fr);
        gap: 4px;
      }
      dd {
        margin-bottom: 8px;
      }
    }
  `,
})
export class LayOut {
  readonly map = input.required<AccessMap>();
  readonly order = input.required<readonly string[]>();
  readonly batches = input<readonly PowerBatch[]>([]);
  protected readonly needs = computed(() => needsOfWay(this.map(), this.order()));
  protected readonly standsFirst = computed(() =>
    this.needs().preconditions.filter(({ needsPower }) => !needsPower),
  );
  protected readonly downs = computed(() => this.batches().filter(({ power }) => power === 'dead').length);
  /** Positions and steps that need power: done before the wait, for a forgotten one costs another. */
  protected readonly powered = computed(() => {
    const items = itemsOf(this.map());
    const steps = this.batches()
      .filter(({ power }) => power === 'on')
      .flatMap(({ steps: own }) => own.map((place): MapItem => items[place]!))
      .flatMap((item) => (!isPart(item) && item.power === 'on' ? [`Move ${item.label}`] : []));
    const positions = this.needs()
      .preconditions.filter(({ needsPower }) => needsPower)
      .map(({ what, at }) => `${what}, for ${at}`);
    return [...steps, ...positions];
  });
  protected readonly lost = computed(() => (this.downs() > 0 ? (this.map().lostWithPower ?? []) : []));
}
