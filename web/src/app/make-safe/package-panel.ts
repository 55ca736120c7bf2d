/** What putting the restraints right costs: offers unit by unit, salvage units judged, units posted away. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { FactData } from '@dormant-beacon/contract';
import { originOf, standing } from '@dormant-beacon/core/record';
import { packageOf, restraintPicture } from '@dormant-beacon/core/record/picture';
import { donorProof, donorSign, type Donor, restraintPolicies } from '@dormant-beacon/core/restraints';
import { showCents } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { DateField, MonthField } from '../dates';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import {
  asChoices,
  centsOrNull,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Desk,
  Entry,
  factForm,
  field,
  numberOrNull,
  TextField,
  type Trouble,
  trouble,
} from '../entry';
import { jobFeature } from '../job';
import { shopFeature } from '../session';

@Component({
  selector: 'db-package-panel',
  imports: [
    Caution,
    ChoiceMany,
    ChoiceOne,
    DateField,
    Entry,
    FiguresPipe,
    MatButtonModule,
    MatButtonToggleModule,
    MonthField,
    TextField,
  ],
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
  protected readonly entering = signal<'offer' | 'donor' | 'parcel'>('offer');
  protected readonly kind = field('');
  protected readonly from = field('');
  protected readonly price = field('');
  protected readonly small = field('');
  protected readonly postage = field('');
  protected readonly minutes = field('');
  protected readonly days = field('');
  protected readonly donorId = field('');
  protected readonly seller = field('');
  protected readonly vin = field('');
  protected readonly donorEvent = field('');
  protected readonly signs = field<readonly string[]>([]);
  protected readonly photos = field('');
  protected readonly stalk = field('');
  protected readonly asBuilt = field('');
  protected readonly built = field('');
  protected readonly storage = field('');
  protected readonly claim = field('');
  protected readonly service = field('');
  protected readonly sentOn = field('');
  protected readonly dueOn = field('');
  protected readonly stages = field('');
  protected readonly accepted = field('');
  protected readonly crashSaved = field('');
  protected readonly value = field('');
  protected readonly problem = signal<string | null>(null);

  private readonly place = (what: string) => () => `${what} ${this.record()?.id ?? ''} ${this.item() ?? ''}`;
  protected readonly offer = factForm(
    'offers',
    {
      kind: this.kind,
      from: this.from,
      price: this.price,
      small: this.small,
      postage: this.postage,
      minutes: this.minutes,
      days: this.days,
      donorId: this.donorId,
    },
    {
      draft: this.place('offer'),
      read: () => this.readOffer(),
    },
  );
  protected readonly donor = factForm(
    'donors',
    {
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
    },
    {
      draft: this.place('donor'),
      read: () => this.readDonor(),
    },
  );
  protected readonly parcel = factForm(
    'parcels',
    {
      service: this.service,
      sentOn: this.sentOn,
      dueOn: this.dueOn,
      stages: this.stages,
      accepted: this.accepted,
      crashSaved: this.crashSaved,
    },
    {
      draft: this.place('parcel'),
      read: () => this.readParcel(),
    },
  );
  protected readonly worth = factForm(
    'inventories',
    { value: this.value },
    {
      draft: null,
      read: (): FactData<'inventories'> | Trouble => {
        const vehicleValueCents = centsOrNull(this.value());
        return vehicleValueCents == null || Number.isNaN(vehicleValueCents)
          ? trouble(this.value, 'Type what the car is worth as a number.')
          : { file: { ...this.picture()!.file, vehicleValueCents } };
      },
    },
  );

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
    return showCents(cents, this.settings().currency, this.settings().locale);
  }

  private readOffer(): FactData<'offers'> | Trouble {
    const [priceCents, smallPartsCents, postageCents] = [this.price, this.small, this.postage].map((one) =>
      centsOrNull(one()),
    );
    const [minutes, days] = [numberOrNull(this.minutes()), numberOrNull(this.days())];
    if (this.kind() === '') return trouble(this.kind, 'Say which route it is.');
    if (this.from().trim() === '') return trouble(this.from, 'Say from whom.');
    if (priceCents == null || Number.isNaN(priceCents))
      return trouble(this.price, 'Type the price as a number.');
    if (Number.isNaN(smallPartsCents)) return trouble(this.small, 'Type this as a number, or nothing.');
    if (Number.isNaN(postageCents)) return trouble(this.postage, 'Type this as a number, or nothing.');
    if (minutes === null || Number.isNaN(minutes))
      return trouble(this.minutes, 'Type the minutes of labour; 0 for none.');
    if (days === null || Number.isNaN(days))
      return trouble(this.days, 'Type the days until it is here; 0 for none.');
    return {
      item: this.item()!,
      kind: this.kind() as FactData<'offers'>['kind'],
      from: this.from().trim(),
      priceCents,
      smallPartsCents: smallPartsCents ?? null,
      postageCents: postageCents ?? null,
      minutes,
      days,
      donorId: this.kind() === 'unfired-salvage' ? this.donorId() || null : null,
    };
  }

  private readDonor(): FactData<'donors'> | Trouble {
    if (this.seller().trim() === '') return trouble(this.seller, 'Say who sells it.');
    if (this.donorEvent() === '') return trouble(this.donorEvent, 'Say what happened to its donor.');
    if (this.storage() === '') return trouble(this.storage, 'Say how it was stored.');
    const odd = [this.photos, this.stalk, this.asBuilt].find((one) => Number.isNaN(numberOrNull(one())));
    if (odd) return trouble(odd, 'Type this as a number, or nothing.');
    return {
      item: this.item()!,
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
    };
  }

  private readParcel(): FactData<'parcels'> | Trouble {
    const asked = [
      [this.service, 'Say who gets it.'],
      [this.sentOn, 'Say when it was sent.'],
      [this.dueOn, 'Say when it is due back.'],
      [this.stages, 'Say whether its stages are spent.'],
      [this.accepted, 'Say under which number the carrier has accepted it.'],
    ] as const;
    for (const [one, says] of asked) if (one().trim() === '') return trouble(one, says);
    for (const day of [this.sentOn, this.dueOn])
      if (!/^\d{4}-\d\d-\d\d$/.test(day())) return trouble(day, 'A day, such as 28 Nov 2026.');
    return {
      item: this.item()!,
      service: this.service().trim(),
      sentOn: this.sentOn().trim(),
      dueOn: this.dueOn().trim(),
      stages: this.stages() as FactData<'parcels'>['stages'],
      accepted: this.accepted().trim(),
      crashDataSaved: this.crashSaved() === 'yes',
    };
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
}
