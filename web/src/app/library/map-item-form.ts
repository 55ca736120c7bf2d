/** One step of a map, or one part: what it is, what comes before it, what holds it; a line for each thing that holds. */
import { ChangeDetectionStrategy, Component, computed, input, type OnInit, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  bareName,
  accessAreas,
  type AccessMap,
  isPart,
  itemsOf,
  type MapItem,
  type MapPart,
  type MapStep,
  stepActs,
} from '@dormant-beacon/core/ledger';
import {
  readClips,
  readFasteners,
  readLines,
  readMaterials,
  readPlugs,
  readPreconditions,
  writeClips,
  writeFasteners,
  writeLines,
  writeMaterials,
  writePlugs,
  writePreconditions,
} from '@dormant-beacon/core/ledger/edit';
import { isRefusal } from '@dormant-beacon/core/refusal';
import {
  asChoices,
  type Choice,
  ChoiceMany,
  done,
  Entry,
  type EntryForm,
  entryForm,
  type Field,
  field,
  inInjector,
  numberOf,
  Pick,
  TextField,
  Tick,
  Trouble,
  trouble,
} from '../entry';

const none: Choice = { value: '', label: 'either' };

@Component({
  selector: 'db-map-item-form',
  imports: [ChoiceMany, Entry, MatButtonModule, Pick, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './map-item-form.html',
  styles: `
    .pair {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
      gap: 12px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
  `,
})
export class MapItemForm implements OnInit {
  readonly map = input.required<AccessMap>();
  readonly item = input.required<MapItem>();
  readonly changed = output<MapItem>();
  readonly removed = output();
  private readonly within = inInjector();
  protected readonly part = computed(() => isPart(this.item()));
  protected readonly others = computed((): readonly Choice[] =>
    itemsOf(this.map())
      .filter(({ id }) => id !== this.item().id)
      .map((item) => ({ value: item.id, label: bareName(item) })),
  );
  protected readonly steps = computed(() =>
    this.others().filter(({ value }) => this.map().steps.some(({ id }) => id === value)),
  );
  protected readonly acts = asChoices(stepActs);
  protected readonly areas = asChoices(accessAreas);
  protected readonly powers: readonly Choice[] = [
    none,
    { value: 'on', label: 'power on' },
    { value: 'dead', label: 'power off' },
  ];
  protected readonly dangers: readonly Choice[] = [
    { value: '', label: 'as its words and plugs say' },
    { value: 'restraint', label: 'restraint' },
    { value: 'high-voltage', label: 'high voltage' },
  ];
  protected readonly label = field('');
  protected readonly kind = field('');
  protected readonly act = field<string>('remove');
  protected readonly area = field<string>('other');
  protected readonly place = field('');
  protected readonly zone = field('');
  protected readonly minutes = field('');
  protected readonly power = field('');
  protected readonly danger = field('');
  protected readonly photo = field(false);
  protected readonly back = field('');
  protected readonly tries = field('');
  protected readonly fasteners = field('');
  protected readonly clips = field('');
  protected readonly plugs = field('');
  protected readonly cables = field('');
  protected readonly stands = field('');
  protected readonly materials = field('');
  protected readonly hazards = field('');
  protected readonly modes = field('');
  protected readonly tryNeeds = field<readonly string[]>([]);
  protected readonly ways = field<readonly (readonly string[])[]>([]);
  /** What is typed a line each, in the order in which it is come upon. */
  protected readonly typed = computed(() => {
    const line = (label: string, example: string | null, field: Field<string>, lines = 2) => ({
      label,
      example,
      field,
      lines,
    });
    const held = line('Held by, a line each', '4 screw T20 2 Nm once, left-hand', this.fasteners, 3);
    const plugs = line('Plugs, with their locks in order', 'X41: secondary lock, latch (power)', this.plugs);
    const own = this.part()
      ? [held, plugs, line('Modes to try beside the usual ones, a line each', null, this.modes)]
      : [
          held,
          line('Clips, with the direction in which they let go', '5 trim clip upwards', this.clips),
          plugs,
          line('Cables and routing', null, this.cables),
          line(
            'How the car has to stand; (power) where that needs it',
            'wheels straight ahead (power)',
            this.stands,
          ),
          line(
            'Functions to try once all is closed, a line each',
            'such as the light of the glovebox',
            this.tries,
          ),
          line('How it goes back, where that is more than the same in reverse', null, this.back, 1),
        ];
    return [
      ...own,
      line('Grease, sealant, tape', 'sealant: round the seal only, 60 min', this.materials),
      line('Dangers at the step', null, this.hazards),
    ];
  });
  protected form!: EntryForm;

  ngOnInit(): void {
    const item = this.item();
    this.label.set(item.label);
    this.zone.set(item.zone);
    this.minutes.set(String(item.minutes));
    this.danger.set(item.danger ?? '');
    this.fasteners.set(writeFasteners(item.fasteners));
    this.plugs.set(writePlugs(item.plugs));
    this.materials.set(writeMaterials(item.materials));
    this.hazards.set(writeLines(item.hazards));
    this.ways.set(item.needs ?? []);
    if (isPart(item)) this.showPart(item);
    else this.showStep(item);
    this.form = this.within(() =>
      entryForm<MapItem>(
        { label: this.label, minutes: this.minutes },
        {
          draft: null,
          read: () => this.read(),
          enter: (data) => {
            this.changed.emit(data);
            return done;
          },
          keeps: true,
        },
      ),
    );
  }

  private showStep(step: MapStep): void {
    this.act.set(step.act);
    this.area.set(step.area);
    this.place.set(step.place);
    this.power.set(step.power ?? '');
    this.photo.set(step.photo === true);
    this.back.set(step.back ?? '');
    this.tries.set(writeLines(step.tries));
    this.clips.set(writeClips(step.clips));
    this.cables.set(writeLines(step.cables));
    this.stands.set(writePreconditions(step.preconditions));
  }

  private showPart(part: MapPart): void {
    this.kind.set(part.kind);
    this.modes.set(writeLines(part.modes));
    this.tryNeeds.set(part.tryNeeds ?? []);
  }

  protected setWay(n: number, needs: readonly string[]): void {
    this.ways.set(this.ways().map((own, place) => (place === n ? needs : own)));
  }

  protected anotherWay(): void {
    this.ways.set([...this.ways(), []]);
  }

  private read(): MapItem | Trouble {
    const minutes = numberOf(this.minutes());
    if (this.label().trim() === '') return trouble(this.label, 'Give it a name, such as “the lower trim”.');
    if (this.zone().trim() === '') return trouble(this.zone, 'Whose small parts go into one bag?');
    if (!(minutes >= 0)) return trouble(this.minutes, 'How many minutes does it take?');
    const lists = this.lists();
    if (lists instanceof Trouble) return lists;
    const { fasteners, clips, plugs, materials } = lists;
    const base = {
      id: this.item().id,
      label: this.label().trim(),
      zone: this.zone().trim(),
      minutes,
      needs: this.ways()
        .filter((way) => way.length > 0)
        .map((way) => [...way]),
      fasteners,
      plugs,
      materials,
      hazards: readLines(this.hazards()),
      danger: (this.danger() || null) as MapStep['danger'],
    };
    if (this.part()) {
      if (this.kind().trim() === '') return trouble(this.kind, 'Say what it is, such as “wiper motor”.');
      return {
        ...base,
        kind: this.kind().trim(),
        modes: readLines(this.modes()),
        tryNeeds: [...this.tryNeeds()],
      };
    }
    if (this.place().trim() === '') return trouble(this.place, 'Where does the hand go?');
    return {
      ...base,
      act: this.act() as MapStep['act'],
      area: this.area() as MapStep['area'],
      place: this.place().trim(),
      clips,
      cables: readLines(this.cables()),
      preconditions: readPreconditions(this.stands()),
      power: (this.power() || null) as MapStep['power'],
      photo: this.photo(),
      back: this.back().trim() || null,
      tries: readLines(this.tries()),
    };
  }

  /** What is typed a line each; the first line that is not understood is told at its field. */
  private lists() {
    const typed = <T>(own: Field<string>, read: (text: string) => T): T | Trouble => {
      try {
        return read(own());
      } catch (error) {
        if (!isRefusal(error)) throw error;
        return trouble(own, error.reason);
      }
    };
    const fasteners = typed(this.fasteners, readFasteners);
    if (fasteners instanceof Trouble) return fasteners;
    const clips = typed(this.clips, readClips);
    if (clips instanceof Trouble) return clips;
    const plugs = typed(this.plugs, readPlugs);
    if (plugs instanceof Trouble) return plugs;
    const materials = typed(this.materials, readMaterials);
    if (materials instanceof Trouble) return materials;
    return { fasteners, clips, plugs, materials };
  }
}
