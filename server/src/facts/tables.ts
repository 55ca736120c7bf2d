/** Where each kind of fact is kept: its table, its columns, and how a value is written there. */
import type { FactKind } from '@dormant-beacon/contract';
import type { FactList, StageId } from '@dormant-beacon/core/record';

type Column = string | { readonly column: string; readonly json: true };

export interface FactTable {
  readonly table: string;
  /** The list of the record that holds these facts. */
  readonly list: FactList;
  readonly stage: StageId;
  /** Field of the fact → column. */
  readonly columns: Readonly<Record<string, Column>>;
  /** A field that is a list of beacon ids, kept in a table of its own. */
  readonly links?: { readonly field: string; readonly table: string; readonly parent: string };
}

const json = (column: string): Column => ({ column, json: true });

export const tables: Readonly<Record<FactKind, FactTable>> = {
  beacons: {
    table: 'beacons',
    list: 'beacons',
    stage: 'take-in',
    columns: {
      kind: 'kind',
      name: 'name',
      seen: 'seen',
      thereBefore: 'there_before',
      conditions: json('conditions'),
      shown: 'shown',
      exposures: 'exposures',
      restraint: 'restraint',
      lamp: 'lamp',
      bulbCheck: 'bulb_check',
    },
  },
  scans: {
    table: 'scans',
    list: 'scans',
    stage: 'baseline',
    columns: {
      kind: 'kind',
      reader: 'reader',
      text: 'text',
      scan: json('scan'),
      marks: json('marks'),
      printed: 'printed',
    },
  },
  waivers: { table: 'waivers', list: 'waivers', stage: 'baseline', columns: { reason: 'reason' } },
  traces: {
    table: 'traces',
    list: 'traces',
    stage: 'trace',
    columns: {
      title: 'title',
      case: json('case'),
      ratesVersion: 'rates_version',
      circuit: json('circuit'),
    },
    links: { field: 'beaconIds', table: 'trace_beacons', parent: 'trace_id' },
  },
  readings: {
    table: 'readings',
    list: 'readings',
    stage: 'trace',
    columns: {
      traceId: 'trace_id',
      test: 'test',
      value: 'value',
      overload: 'overload',
      found: 'found',
      moved: 'moved',
      gone: 'gone',
      supplyVolts: 'supply_volts',
    },
  },
  epochs: {
    table: 'trace_epochs',
    list: 'epochs',
    stage: 'trace',
    columns: { traceId: 'trace_id', after: 'after_test', shows: 'shows' },
  },
  'suspect-words': {
    table: 'suspect_words',
    list: 'suspectWords',
    stage: 'trace',
    columns: { traceId: 'trace_id', suspect: 'suspect', as: 'word', note: 'note' },
  },
  sheets: {
    table: 'sheets',
    list: 'sheets',
    stage: 'trace',
    columns: { traceId: 'trace_id', data: json('data') },
  },
  repairs: {
    table: 'repairs',
    list: 'repairs',
    stage: 'trace',
    columns: {
      traceId: 'trace_id',
      element: 'element',
      label: 'label',
      method: 'method',
      part: 'part',
      identity: 'identity',
      proof: 'proof',
      notMadeSafe: 'not_made_safe',
      root: 'root',
      rootNote: 'root_note',
      cured: 'cured',
      chance: 'chance',
      faultKind: 'fault_kind',
      faultMode: 'fault_mode',
    },
    links: { field: 'beaconIds', table: 'repair_beacons', parent: 'repair_id' },
  },
  safeties: {
    table: 'safeties',
    list: 'safeties',
    stage: 'make-safe',
    columns: {
      step: 'step',
      note: 'note',
      minutes: 'minutes',
      source: 'source',
      undisturbed: 'undisturbed',
    },
  },
  temporaries: {
    table: 'temporaries',
    list: 'temporaries',
    stage: 'make-safe',
    columns: { kind: 'kind', where: 'place', traceId: 'trace_id', removes: 'removes' },
  },
  inventories: {
    table: 'inventories',
    list: 'inventories',
    stage: 'make-safe',
    columns: { file: json('file') },
  },
  signs: {
    table: 'signs',
    list: 'signs',
    stage: 'make-safe',
    columns: { item: 'item', sign: 'sign', stage: 'stage', note: 'note', attachmentId: 'attachment_id' },
  },
  'loop-readings': {
    table: 'loop_readings',
    list: 'loopReadings',
    stage: 'trace',
    columns: { loop: 'loop_id', moment: 'moment', ohms: 'ohms', overload: 'overload', note: 'note' },
  },
  'seat-readings': {
    table: 'seat_readings',
    list: 'seatReadings',
    stage: 'trace',
    columns: {
      seat: 'seat',
      moment: 'moment',
      shows: 'shows',
      ohms: 'ohms',
      milliamps: 'milliamps',
    },
  },
  offers: {
    table: 'offers',
    list: 'offers',
    stage: 'route',
    columns: {
      item: 'item',
      kind: 'kind',
      from: 'seller',
      priceCents: 'price_cents',
      smallPartsCents: 'small_parts_cents',
      postageCents: 'postage_cents',
      minutes: 'minutes',
      days: 'days',
      donorId: 'donor_id',
    },
  },
  donors: {
    table: 'donors',
    list: 'donors',
    stage: 'match',
    columns: {
      item: 'item',
      seller: 'seller',
      donorVin: 'donor_vin',
      event: 'event',
      photos: 'photos',
      signs: json('signs'),
      stalkMillimetres: 'stalk_millimetres',
      stalkAsBuiltMillimetres: 'stalk_as_built_millimetres',
      built: 'built',
      builtFrom: 'built_from',
      builtTo: 'built_to',
      storage: 'storage',
      claim: 'claim',
    },
  },
  parcels: {
    table: 'parcels',
    list: 'parcels',
    stage: 'route',
    columns: {
      item: 'item',
      service: 'service',
      sentOn: 'sent_on',
      dueOn: 'due_on',
      stages: 'stages',
      accepted: 'accepted',
      crashDataSaved: 'crash_data_saved',
      back: json('back'),
    },
  },
  clearings: { table: 'clearings', list: 'clearings', stage: 'clear', columns: { reader: 'reader' } },
  exposures: {
    table: 'exposures',
    list: 'exposures',
    stage: 'prove',
    columns: {
      beaconId: 'beacon_id',
      shown: 'shown',
      coldStart: 'cold_start',
      conditions: json('conditions'),
      bulbCheck: 'bulb_check',
      monitorRan: 'monitor_ran',
      reportedBy: 'reported_by',
      drives: 'drives',
    },
  },
  'code-ends': {
    table: 'code_ends',
    list: 'codeEnds',
    stage: 'clear',
    columns: { module: 'module', code: 'code', failureType: 'failure_type', end: 'end', note: 'note' },
  },
  notes: { table: 'notes', list: 'notes', stage: 'take-in', columns: { stage: 'stage', text: 'text' } },
  powerings: {
    table: 'powerings',
    list: 'powerings',
    stage: 'take-in',
    columns: {
      smell: 'smell',
      harness: 'harness',
      hanging: 'hanging',
      wet: 'wet',
      cabin: 'cabin',
      note: 'note',
    },
  },
  batteries: {
    table: 'batteries',
    list: 'batteries',
    stage: 'take-in',
    columns: {
      type: 'type',
      restingVolts: 'resting_volts',
      restHours: 'rest_hours',
      surfaceChargeRemoved: 'surface_charge_removed',
      celsius: 'celsius',
      ratedAmps: 'rated_amps',
      ratedStandard: 'rated_standard',
      measuredAmps: 'measured_amps',
      measuredStandard: 'measured_standard',
      healthPercent: 'health_percent',
      milliohms: 'milliohms',
      charged: 'charged',
      where: 'place',
    },
  },
  approvals: {
    table: 'approvals',
    list: 'approvals',
    stage: 'route',
    columns: {
      item: 'item',
      answer: 'answer',
      ceilingCents: 'ceiling_cents',
      origin: 'origin',
      how: 'how',
      by: 'by',
    },
  },
  photos: {
    table: 'photos',
    list: 'photos',
    stage: 'take-in',
    columns: { attachmentId: 'attachment_id', stage: 'stage', caption: 'caption', beaconId: 'beacon_id' },
  },
  basics: {
    table: 'basics',
    list: 'basics',
    stage: 'basics',
    columns: { item: 'item', result: 'result', note: 'note' },
  },
  judgements: {
    table: 'judgements',
    list: 'judgements',
    stage: 'basics',
    columns: {
      causeId: 'cause_id',
      decision: 'decision',
      title: 'title',
      explains: json('explains'),
      note: 'note',
    },
  },
  workings: {
    table: 'workings',
    list: 'workings',
    stage: 'basics',
    columns: { module: 'module', function: 'works' },
  },
  'hand-backs': { table: 'hand_backs', list: 'handBacks', stage: 'hand-back', columns: { note: 'note' } },
};

export const factTables: readonly string[] = Object.values(tables).map(({ table }) => table);

/** The stage whose page shows an entry. */
export function stageOf(kind: FactKind, fact: Readonly<Record<string, unknown>>): StageId {
  if (kind === 'notes' || kind === 'photos') return fact['stage'] as StageId;
  if (kind === 'scans' && fact['kind'] !== 'baseline') return 'clear';
  return tables[kind].stage;
}
