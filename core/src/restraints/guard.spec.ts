import fc from 'fast-check';
import { guardOf } from './guard.js';

const kindOf = (complaint: string) => guardOf({ complaint }).guard;

describe('guardOf', () => {
  it('knows restraints by what people call them, in nine languages', () => {
    for (const words of [
      'spia airbag accesa',
      'cintura di sicurezza',
      'pretensionatore anteriore sinistro',
      'connettore giallo sotto il sedile',
      'gordelspanner linksvoor',
      'veiligheidsgordel',
      'botssensor rechts',
      'poduszki powietrzne',
      'napinacz pasa lewy',
      'pasy bezpieczeństwa',
      'cinto de segurança',
      'pré-tensor do condutor',
      'sensor de colisão',
      'krockkudde förare',
      'bältessträckare höger',
      'airbag lamp on',
      'Air-Bag light',
      'SRS',
      'seat belt warning stays on',
      'seatbelt',
      'belt lamp',
      'yellow plug under the seat',
      'yellow wiring touched',
      'connector under the driver seat',
      'pretensioner left',
      'clock spring',
      'passenger bag off flickers',
      'occupant sensor',
      'crash sensor right',
      'lamp came on after the seat connector was pulled',
      'steering wheel taken off',
      'squib loop 2',
      'Airbagleuchte an',
      'Gurtwarnung',
      'Sicherheitsgurt rollt nicht auf',
      'Gurtschloss',
      'gelber Stecker unterm Sitz',
      'Sitzbelegungserkennung',
      'Wickelfeder',
      'Gurtstraffer vorne links',
      'Stecker unter dem Sitz',
      'Aufprallsensor',
      'témoin d’airbag allumé',
      'ceinture de sécurité',
      'prétensionneur gauche',
      'connecteur jaune sous le siège',
      'coussin gonflable',
      'capteur de choc',
      'luz del airbag',
      'cinturón de seguridad',
      'pretensor',
      'conector amarillo bajo el asiento',
      'bolsa de aire',
      'sensor de impacto',
    ])
      expect(kindOf(words)).withContext(words).toBe('restraint');
  });

  it('knows them however they are written', () => {
    for (const words of [
      'AIRBAG',
      'air_bag',
      'a.i.r.b.a.g',
      'a i r b a g',
      'ai\u200brbag',
      'aírbág',
      'airbg lamp',
      'aribag',
      'airbaag',
      'seatblet',
      'pretensoner',
      'restrant module',
      'gurtstrafer',
    ])
      expect(kindOf(words)).withContext(words).toBe('restraint');
  });

  it('knows high voltage, brakes and steering', () => {
    for (const [words, kind] of [
      ['orange cable damaged', 'high-voltage'],
      ['HV isolation', 'high-voltage'],
      ['xenon ballast', 'high-voltage'],
      ['Hochvoltbatterie', 'high-voltage'],
      ['haute tension', 'high-voltage'],
      ['cable naranja', 'high-voltage'],
      ['charge inlet', 'high-voltage'],
      ['ABS lamp', 'brake'],
      ['brake warning', 'brake'],
      ['wheel speed sensor', 'brake'],
      ['Bremse zieht', 'brake'],
      ['frein à main', 'brake'],
      ['freno de mano', 'brake'],
      ['traction control lamp', 'brake'],
      ['power steering heavy', 'steering'],
      ['Servolenkung', 'steering'],
      ['direction assistée', 'steering'],
      ['dirección asistida', 'steering'],
    ] as const)
      expect(kindOf(words)).withContext(words).toBe(kind);
  });

  it('does not cry wolf over plain complaints', () => {
    for (const words of [
      '',
      'tail lamp out',
      'fog lamp',
      'brake light out',
      'third brake lamp dark',
      'boot does not open',
      'door lock rattles',
      'latch stays shut',
      'wiper stops',
      'horn quiet',
      'socket dead',
      'window slow',
      'indicator fast',
      'radio',
      'mirror folds',
      'battery flat',
      'drive belt squeals',
      'timing belt noise',
      'alternator belt',
      'fuel flap',
      'Rücklicht geht nicht',
      'Bremslicht links',
      'Scheibenwischer',
      'Kofferraum öffnet nicht',
      'Keilriemen quietscht',
      'Reparatur der Rückleuchte',
      'Blinker schnell',
      'feu arrière',
      'feu de frein gauche',
      'essuie-glace',
      'peinture du capot',
      'coffre bloqué',
      'courroie',
      'luz trasera',
      'luz de freno',
      'limpiaparabrisas',
      'maletero',
      'charge flap open',
      'sliding door open',
      'range message',
      'daytime light unit dark',
      'water in the boot',
      'constructor',
      '__proto__',
    ])
      expect(kindOf(words)).withContext(words).toBe('none');
  });

  it('lets a restraint word win, wherever it stands', () => {
    expect(guardOf({ complaint: 'brake lamp out', module: 'Airbag' }).guard).toBe('restraint');
    expect(guardOf({ text: 'Side airbag, high voltage, brake' }).guard).toBe('restraint');
    expect(guardOf({ code: 'B0012-13' })).toEqual({
      guard: 'restraint',
      why: ['B0012-13 is a code of restraints'],
    });
    expect(guardOf({ code: 'P0AA6' }).guard).toBe('high-voltage');
    expect(guardOf({ code: 'C0035' }).guard).toBe('brake');
    expect(guardOf({ code: 'B1318', module: 'Body', text: 'Supply voltage low' }).guard).toBe('none');
  });

  it('counts work that is near: behind a seat, a dash, a pillar', () => {
    for (const work of [
      'take the dash out',
      'remove the headliner',
      'seat out',
      'drill into the B-pillar',
      'front bumper off',
      'Armaturenbrett ausbauen',
      'Fahrertür Verkleidung ab',
      'démonter le siège',
      'quitar el salpicadero',
    ])
      expect(guardOf({ work }).guard).withContext(work).toBe('restraint');
    for (const work of ['change the tail lamp bulb', 'fuse F7', 'Reparatur am Rücklicht', 'open the boot'])
      expect(guardOf({ work }).guard).withContext(work).toBe('none');
  });

  it('finds a guarded word in any sentence, and never takes time that grows with nonsense', () => {
    const guarded = fc.constantFrom(
      'airbag',
      'Gurtstraffer',
      'ceinture',
      'cinturón',
      'seat belt',
      'SRS',
      'pretensioner',
    );
    const filler = fc.array(
      fc.constantFrom('lamp', 'the', 'is', 'red', '42', '-', 'Leuchte', 'après', '🔧', 'brake light'),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(
        filler,
        guarded,
        filler,
        fc.constantFrom(' ', ', ', ' - ', '\n'),
        (before, word, after, gap) => {
          expect(kindOf([...before, word, ...after].join(gap))).toBe('restraint');
        },
      ),
      { numRuns: 2000 },
    );
    const since = performance.now();
    for (const unit of ['under ', 'a ', 'orange ', 'x', 'under the ', ' -'])
      kindOf(unit.repeat(4000 / unit.length));
    expect(performance.now() - since).toBeLessThan(1000);
  });
});
