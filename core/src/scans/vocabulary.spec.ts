import {
  isFigureWord,
  isNameKey,
  isPageWord,
  isSentence,
  isTitle,
  isWithin,
  labelOf,
  languageOf,
  moduleLabelLength,
  ownShortWords,
  reachOfList,
  reachWordOf,
  saysFailed,
  saysNo,
  saysNoLink,
  saysYes,
  statusOfField,
  statusWordOf,
  tokensOf,
} from './vocabulary.js';

/** Each text is read as it is told. */
function readAs<A>(read: (text: string) => A, told: Readonly<Record<string, A>>): void {
  for (const [text, answer] of Object.entries(told)) expect(read(text)).withContext(text).toEqual(answer);
}

describe('statusWordOf', () => {
  it('knows the words of nine languages', () => {
    readAs((text) => statusWordOf(text)?.status as string, {
      Current: 'active',
      'aktuell vorhanden': 'active',
      Bestätigt: 'stored',
      '(Mémorisé)': 'stored',
      Histórico: 'history',
      'en attente': 'pending',
      'in afwachting': 'pending',
      oczekujący: 'pending',
      memorizada: 'stored',
      attivo: 'active',
      lagrad: 'stored',
      permanent: 'permanent',
    });
  });

  it('takes the strongest of several', () => {
    expect(statusWordOf('stored, active')?.status).toBe('active');
    expect(statusWordOf('pending / confirmed')?.status).toBe('stored');
  });

  it('says of what is not there now that it is stored, as the bits of the standard do', () => {
    for (const word of [
      'not present',
      'nicht aktiv',
      'passiv',
      'no presente',
      'absent',
      'confirmed, not active',
      'inativo',
    ])
      expect(statusWordOf(word)?.status).withContext(word).toBe('stored');
    expect(statusWordOf('not confirmed, pending')?.status).toBe('pending');
  });

  it('calls nothing present of which is said that it is not, whatever says now beside it', () => {
    const away = [
      'now not present',
      'present in memory, not active',
      'not active at present',
      'stored, currently not active',
      'aktuell nicht vorhanden',
      'gespeichert, aktuell nicht aktiv',
      'liegt aktuell nicht an',
      'actuellement non présent',
      'no presente actualmente',
      'attualmente non presente',
      'momenteel niet aanwezig',
      'aktualnie nieobecny',
      'não presente de momento',
      'för närvarande inte aktiv',
    ];
    for (const text of away) expect(statusWordOf(text)?.status).withContext(text).toBe('stored');
    const there = [
      'currently present',
      'stored, active now',
      'aktuell vorhanden',
      'gespeichert und aktiv',
      'actuellement présent',
      'obecnie aktywny',
    ];
    for (const text of there) expect(statusWordOf(text)?.status).withContext(text).toBe('active');
  });

  it('calls what was there before past, in every language', () => {
    const past = [
      'previously present',
      'present earlier',
      'früher vorhanden',
      'précédemment présent',
      'presente anteriormente',
      'in precedenza attivo',
      'voorheen aanwezig',
      'wcześniej aktywny',
      'anteriormente ativo',
      'tidigare aktiv',
    ];
    for (const text of past) expect(statusWordOf(text)?.status).withContext(text).toBe('history');
    expect(statusWordOf('present, previously stored')?.status).toBe('active');
  });

  it('calls what is there at times stored, unless both are said', () => {
    for (const text of ['zeitweise vorhanden', 'present at times', 'soms aanwezig', 'presente a veces'])
      expect(statusWordOf(text)).withContext(text).toEqual({ status: 'stored', comesAndGoes: true });
    expect(statusWordOf('present, intermittent')?.status).toBe('active');
  });

  it('keeps that a fault comes and goes', () => {
    for (const word of ['intermittent', 'sporadisch', 'fugitif', 'esporádico', 'sporadyczny'])
      expect(statusWordOf(word)).withContext(word).toEqual({ status: 'stored', comesAndGoes: true });
  });

  it('takes no description for a status', () => {
    for (const text of [
      'Current above threshold',
      'Crash data stored',
      'Wert gespeichert und verloren',
      'left belt loop',
      'active, loop',
      '13',
      '',
    ])
      expect(statusWordOf(text)).withContext(text).toBeNull();
  });
});

describe('reachWordOf', () => {
  it('keeps apart why a module was not read', () => {
    readAs((text) => reachWordOf(text) as string, {
      'No answer from this module.': 'silent',
      'no response within 2000 ms': 'timed-out',
      'negative response 7F 19 33 (security access denied)': 'refused',
      'non, calculateur absent du véhicule': 'not-fitted',
      'nicht verbaut': 'not-fitted',
      'wordt niet ondersteund': 'unsupported',
      'not read - module does not support this service': 'unsupported',
      'brak odpowiedzi': 'silent',
      'tempo scaduto': 'timed-out',
      'gelesen, fehlerfrei': 'clean',
      'Keine Fehler gespeichert.': 'clean',
      '0 faults': 'clean',
      '3 averías': 'holdsCodes',
      'positive response, availability mask 7F': 'read',
    });
  });

  it('calls clean what is without any code, in whatever words', () => {
    for (const text of [
      'without DTCs',
      'kein Fehlereintrag',
      'ninguna avería memorizada',
      'zero fault codes',
    ])
      expect(reachWordOf(text)).withContext(text).toBe('clean');
    for (const text of ['without control unit', 'kein Steuergerät', 'no code of honour'])
      expect(reachWordOf(text)).withContext(text).not.toBe('clean');
  });

  it('never calls clean what is said not to be', () => {
    for (const text of ['not ok', 'not clean', 'nicht in Ordnung gelesen', 'not empty'])
      expect(reachWordOf(text)).withContext(text).not.toBe('clean');
  });

  it('says nothing of a name or a sentence', () => {
    for (const text of [
      'Restraint control',
      'The body shop has no answer for the customer yet',
      'Left tail lamp',
    ])
      expect(reachWordOf(text)).withContext(text).toBeNull();
  });
});

describe('labelOf', () => {
  it('tells what a column or key holds', () => {
    readAs((text) => labelOf(text)?.role as string, {
      'Status byte': 'byte',
      "Octet d'état": 'byte',
      'Art (dez)': 'type',
      Fehlercode: 'code',
      'Stg-Adr': 'address',
      'SW-Stand': 'ident',
      'times seen': 'count',
      'sub text': 'text',
      'nombre de defauts': 'codeCount',
      'Total faults': 'total',
      'Battery voltage': 'supplyVolts',
      Fahrgestellnummer: 'vin',
      Paint: 'ident',
      Connector: 'ident',
    });
    expect(labelOf('Type (dec)')).toEqual({ role: 'type', decimal: true, bytes: false, link: false });
    expect(labelOf('Código (hex)')).toEqual({ role: 'code', decimal: false, bytes: true, link: false });
  });

  it('takes no module for a label, and no word that every object knows for a word of ours', () => {
    for (const text of [
      'Restraint control',
      'Address 15',
      'constructor',
      '__proto__',
      'toString',
      'hasOwnProperty',
    ])
      expect(labelOf(text)).withContext(text).toBeNull();
    for (const text of ['constructor', '__proto__', 'valueOf'])
      expect([statusWordOf(text), reachWordOf(text)])
        .withContext(text)
        .toEqual([null, null]);
  });
});

describe('words of a line', () => {
  it('are compared without accents, capitals and punctuation', () => {
    expect(tokensOf('  État: Mémorisé (3) ')).toEqual(['etat', 'memorise', '3']);
    expect(tokensOf('Złącze, N/R')).toEqual(['zlacze', 'n/r']);
  });

  it('make a title, or a label in front of a name', () => {
    for (const title of ['Diagnostic report', 'RAPORT USTEREK strona 1 z 2', 'Ende des Protokolls'])
      expect(isTitle(title)).withContext(title).toBeTrue();
    for (const name of ['Seat memory', 'Memoria de asiento', 'Restraint control'])
      expect(isTitle(name)).withContext(name).toBeFalse();
    expect(moduleLabelLength('La centralina Rimorchio')).toBe('La centralina'.length);
    expect(moduleLabelLength('Rimorchio')).toBe(0);
  });

  it('tell the language, or that it is none of ours', () => {
    expect(languageOf(tokensOf('Steuergerät antwortet nicht, Fehler gespeichert'))).toBe('German');
    expect(languageOf(tokensOf('brak usterek w sterowniku'))).toBe('Polish');
    expect(languageOf(['hibakod', 'legzsak'])).toBeNull();
  });

  it('tell a sentence from a name, and a number in words', () => {
    for (const text of [
      'Here is what the reader says',
      'Das ist der alte Fehler',
      'Le défaut est présent ici',
    ])
      expect(isSentence(text)).withContext(text).toBeTrue();
    for (const name of ['Restraint control', 'Is it', 'Module of the left seat'])
      expect(isSentence(name)).withContext(name).toBeFalse();
    expect([isFigureWord('two'), isFigureWord('zwei'), isFigureWord('door')]).toEqual([true, true, false]);
    expect(tokensOf("doesn't answer")).toEqual(['does', 'not', 'answer']);
    expect(tokensOf('can’t be reached')).toEqual(['can', 'not', 'be', 'reached']);
    expect(tokensOf('fault(s)')).toEqual(['fault']);
  });
});

describe('what stands in a field of its own', () => {
  it('is a status where only a status can stand', () => {
    expect(statusOfField('Memory')?.status).toBe('stored');
    expect(statusOfField('Mémoire')?.status).toBe('stored');
    expect(statusOfField('in memory')?.status).toBe('stored');
    expect(statusWordOf('Memory')).toBeNull();
    expect(statusOfField('constructor')).toBeNull();
  });

  it('says yes, no, or that it went wrong, in nine languages', () => {
    for (const word of ['yes', 'ja', 'oui', 'sí', 'sì', 'tak', 'sim', 'Y'])
      expect([saysYes(word), saysNo(word)])
        .withContext(word)
        .toEqual([true, false]);
    for (const word of ['no', 'nein', 'non', 'nee', 'nie', 'não', 'nej', 'N'])
      expect([saysYes(word), saysNo(word)])
        .withContext(word)
        .toEqual([false, true]);
    for (const word of ['failed', 'n.i.O.', 'échec', 'gestört', 'błąd', 'KO'])
      expect(saysFailed(word)).withContext(word).toBeTrue();
    // A letter that may stand for silent or timed out is neither.
    for (const word of ['S', 'T', 'constructor', ''])
      expect([saysYes(word), saysNo(word), saysFailed(word)])
        .withContext(word)
        .toEqual([false, false, false]);
  });

  it('names a name, a page, and where something is', () => {
    for (const word of ['Name', 'nom', 'nombre', 'nazwa', 'Bezeichnung'])
      expect(isNameKey(word)).withContext(word).toBeTrue();
    for (const word of ['Page', 'Seite', 'página', 'str'])
      expect(isPageWord(word)).withContext(word).toBeTrue();
    for (const word of ['in', 'im', 'dans', 'nella', 'em'])
      expect(isWithin(word)).withContext(word).toBeTrue();
    expect([isNameKey('Body'), isPageWord('Body'), isWithin('Body')]).toEqual([false, false, false]);
  });

  it('says under the contact that there was none', () => {
    for (const word of ['none', 'brak', 'keine', 'aucune', 'nessuna', 'geen', 'impossible'])
      expect(saysNoLink(word)).withContext(word).toBeTrue();
    expect([saysNoLink('OK'), saysNoLink('none stored'), saysNoLink('toString')]).toEqual([
      false,
      false,
      false,
    ]);
    expect([labelOf('Communication')?.link, labelOf('Result')?.link]).toEqual([true, false]);
  });

  it('says over a list what all of its modules are', () => {
    readAs((text) => reachOfList(text) as string, {
      'Modules without faults': 'clean',
      'Módulos sin comunicación': 'silent',
      'Steuergeräte ohne Fehler (3)': 'clean',
      'Moduły nieodpowiadające': 'silent',
      'Units not fitted': 'not-fitted',
    });
    // One module alone is the one above; what holds codes has them printed.
    for (const text of ['Module did not respond', 'Modules with faults', 'Modules', ''])
      expect(reachOfList(text)).withContext(text).toBeNull();
  });
});

describe('short words of one language', () => {
  it('are those that another has for another status', () => {
    expect(statusWordOf('att')?.status).toBe('pending');
    expect(ownShortWords('Italian')).toContain({ word: 'att', status: 'active' });
    expect(ownShortWords('French')).toEqual([]);
  });
});
