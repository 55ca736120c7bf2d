/** What putting the restraints right costs: offers unit by unit, salvage units judged, units posted away. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { FactData } from '@dormant-beacon/contract';
import { originOf, packageOf, restraintPicture, standing } from '@dormant-beacon/core/job';
import { donorProof, donorSign, type Donor, restraintPolicies } from '@dormant-beacon/core/restraints';
import { showCents } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { Caution } from '../frame';
import {
  asChoices,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Desk,
  keepDraft,
  numberOrNull,
  TextField,
} from '../entry';
import { jobFeature } from '../job';
import { shopFeature } from '../session';

@Component({
  selector: 'db-package-panel',
  imports: [Caution, ChoiceMany, ChoiceOne, MatButtonModule, MatButtonToggleModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './package-panel.html',
  styleUrl: './package-panel.scss',
})
export class PackagePanel {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly policy = computed(() => this.settings().restraintRoute);
  private readonly picture = computed(() =>
    this.record() ? restraintPicture(this.record()!, this.policy()) : null,
  );
  protected readonly view = computed(() => {
    const [record, picture] = [this.record(), this.picture()];
    if (!record || !picture) return null;
    const { hourlyRateCents } = this.settings();
    return packageOf(record, picture, { policy: this.policy(), hourlyRateCents });
  });
  protected readonly units = computed(() => {
    const view = this.view()!;
    const cheapest = new Map(view.sum.items.map(({ id, kind, cents }) => [id, { kind, cents }]));
    const rate = this.settings().hourlyRateCents;
    return view.needed.map((id) => {
      const taken = cheapest.get(id);
      const offers = view.offers.filter(({ item }) => item === id);
      const chosen = offers.find(
        ({ kind, cents, minutes, failed }) =>
          !failed && taken?.kind === kind && taken.cents === cents + Math.round((minutes / 60) * rate),
      );
      return {
        id,
        label: this.nameOf(id),
        offers: offers.map((offer) => ({ ...offer, taken: offer === chosen })),
        parcels: standing(this.record()!.parcels).filter(({ item }) => item === id),
      };
    });
  });
  protected readonly hours = computed(() => {
    const minutes = this.units()
      .flatMap(({ offers }) => offers.filter(({ taken }) => taken))
      .reduce((sum, offer) => sum + offer.minutes, 0);
    return (minutes / 60).toFixed(1);
  });

  protected readonly routes = asChoices(restraintPolicies);
  protected readonly events = asChoices(['none', 'side', 'rear', 'front', 'rollover', 'water', 'unknown']);
  protected readonly donorSigns = asChoices(donorSign.options);
  protected readonly storages = asChoices(['dry', 'outside', 'unknown']);
  protected readonly stageChoices = asChoices(['all-spent', 'some-live', 'no-charge']);
  protected readonly crash: readonly Choice[] = [
    { value: 'yes', label: 'saved' },
    { value: 'no', label: 'not saved, or it is none' },
  ];
  protected readonly proofWords = {
    accepted: 'accepted',
    refused: 'refused',
    'not-shown': 'not shown to be unfired',
  } as const;

  protected readonly item = signal<string | null>(null);
  protected readonly form = signal<'offer' | 'donor' | 'parcel'>('offer');
  protected readonly kind = signal('');
  protected readonly from = signal('');
  protected readonly price = signal('');
  protected readonly small = signal('');
  protected readonly postage = signal('');
  protected readonly minutes = signal('');
  protected readonly days = signal('');
  protected readonly donorId = signal('');
  protected readonly seller = signal('');
  protected readonly vin = signal('');
  protected readonly donorEvent = signal('');
  protected readonly signs = signal<readonly string[]>([]);
  protected readonly photos = signal('');
  protected readonly stalk = signal('');
  protected readonly asBuilt = signal('');
  protected readonly built = signal('');
  protected readonly storage = signal('');
  protected readonly claim = signal('');
  protected readonly service = signal('');
  protected readonly sentOn = signal('');
  protected readonly dueOn = signal('');
  protected readonly stages = signal('');
  protected readonly accepted = signal('');
  protected readonly crashSaved = signal('');
  protected readonly value = signal('');
  protected readonly problem = signal<string | null>(null);

  private readonly draft = keepDraft(() => `package ${this.record()?.id ?? ''} ${this.item() ?? ''}`, {
    kind: this.kind,
    from: this.from,
    price: this.price,
    small: this.small,
    postage: this.postage,
    minutes: this.minutes,
    days: this.days,
    seller: this.seller,
    vin: this.vin,
    donorEvent: this.donorEvent,
    signs: this.signs,
    photos: this.photos,
    stalk: this.stalk,
    asBuilt: this.asBuilt,
    built: this.built,
    storage: this.storage,
    claim: this.claim,
    service: this.service,
    sentOn: this.sentOn,
    dueOn: this.dueOn,
    accepted: this.accepted,
  });

  protected readonly donorChoices = computed<readonly Choice[]>(() =>
    standing(this.record()?.donors ?? [])
      .filter(({ item }) => item === this.item())
      .map((donor) => ({ value: originOf(this.record()!.donors, donor), label: donor.seller })),
  );

  protected donorsOf(id: string) {
    const item = this.picture()!.items.find((own) => own.id === id)!;
    return standing(this.record()!.donors)
      .filter((donor) => donor.item === id)
      .map((donor) => ({ id: donor.id, seller: donor.seller, proof: donorProof(item, donor) }));
  }

  protected nameOf(id: string): string {
    return this.picture()?.items.find((item) => item.id === id)?.label ?? id;
  }

  protected names(ids: readonly string[]): string {
    return ids.map((id) => this.nameOf(id)).join(', ');
  }

  protected money(cents: number): string {
    return showCents(cents, this.settings().currency);
  }

  protected async saveOffer(event: Event, item: string): Promise<void> {
    event.preventDefault();
    const [priceCents, smallPartsCents, postageCents] = [this.price, this.small, this.postage].map((field) =>
      centsOf(field()),
    );
    const [minutes, days] = [numberOrNull(this.minutes()), numberOrNull(this.days())];
    if (this.kind() === '' || this.from().trim() === '')
      return this.problem.set('Say which route, and from whom.');
    if (priceCents == null || Number.isNaN(priceCents))
      return this.problem.set('Type the price as a number.');
    if (minutes === null || days === null || Number.isNaN(minutes + days))
      return this.problem.set('Type the minutes of labour and the days until it is here; 0 for none.');
    await this.entered('offers', {
      item,
      kind: this.kind() as FactData<'offers'>['kind'],
      from: this.from().trim(),
      priceCents,
      smallPartsCents: smallPartsCents ?? null,
      postageCents: postageCents ?? null,
      minutes,
      days,
      donorId: this.kind() === 'unfired-salvage' ? this.donorId() || null : null,
    });
  }

  protected async saveDonor(event: Event, item: string): Promise<void> {
    event.preventDefault();
    if (this.seller().trim() === '' || this.donorEvent() === '' || this.storage() === '')
      return this.problem.set('Say who sells it, what happened to its donor, and how it was stored.');
    await this.entered('donors', {
      item,
      seller: this.seller().trim(),
      donorVin: this.vin().trim() || null,
      event: this.donorEvent() as Donor['event'],
      photos: numberOrNull(this.photos()) ?? 0,
      signs: [...this.signs()] as Donor['signs'],
      stalkMillimetres: numberOrNull(this.stalk()),
      stalkAsBuiltMillimetres: numberOrNull(this.asBuilt()),
      built: this.built() || null,
      storage: this.storage() as Donor['storage'],
      claim: this.claim().trim() || null,
    });
  }

  protected async saveParcel(event: Event, item: string): Promise<void> {
    event.preventDefault();
    if (
      [this.service(), this.sentOn(), this.dueOn(), this.stages(), this.accepted()].some(
        (text) => text.trim() === '',
      )
    )
      return this.problem.set('Say who gets it, the two days, its stages and the carrier’s acceptance.');
    await this.entered('parcels', {
      item,
      service: this.service().trim(),
      sentOn: this.sentOn().trim(),
      dueOn: this.dueOn().trim(),
      stages: this.stages() as FactData<'parcels'>['stages'],
      accepted: this.accepted().trim(),
      crashDataSaved: this.crashSaved() === 'yes',
    });
  }

  protected async backAgain(
    {
      id,
      item,
      service,
      sentOn,
      dueOn,
      stages,
      accepted,
      crashDataSaved,
    }: FactData<'parcels'> & { id: string },
    lamp: 'went-out' | 'lit-again',
  ): Promise<void> {
    const on = new Date().toISOString().slice(0, 10);
    const data = { item, service, sentOn, dueOn, stages, accepted, crashDataSaved, back: { on, lamp } };
    const sent = await this.desk.enter('parcels', data, id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }

  protected async setValue(): Promise<void> {
    const vehicleValueCents = centsOf(this.value());
    if (vehicleValueCents == null || Number.isNaN(vehicleValueCents))
      return this.problem.set('Type what the car is worth as a number.');
    await this.entered('inventories', { file: { ...this.picture()!.file, vehicleValueCents } });
  }

  private async entered<K extends 'offers' | 'donors' | 'parcels' | 'inventories'>(
    kind: K,
    data: FactData<K>,
  ): Promise<void> {
    const sent = await this.desk.enter(kind, data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state === 'refused') return;
    this.draft.clear();
    for (const field of [
      this.price,
      this.small,
      this.postage,
      this.minutes,
      this.days,
      this.claim,
      this.photos,
    ])
      field.set('');
  }
}

/** Cents of an amount as it is typed; null where nothing was. */
function centsOf(text: string): number | null {
  const amount = numberOrNull(text);
  return amount === null ? null : Math.round(amount * 100);
}
