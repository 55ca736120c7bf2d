import { readReport } from './read.js';

const codes = (text: string) =>
  readReport(text).codes.map(
    ({ module, code, failureType, status, line }) => `${line} ${module} ${code}-${failureType} ${status}`,
  );
const reaches = (text: string) =>
  Object.fromEntries(readReport(text).modules.map(({ name, reach }) => [name, reach]));

describe('a report in sentences', () => {
  const english = [
    'Drove in with the restraint lamp on. I scanned the car with the Quill reader. The airbag',
    'module has B0051-1A stored as current and B0072-11 as a history code. The body module only',
    'shows U0155-00, intermittent. ABS is clean. I could not get the park aid to talk.',
  ].join('\n');

  it('is read sentence by sentence, over the ends of its lines', () => {
    expect(codes(english)).toEqual([
      '2 airbag module B0051-1A active',
      '2 airbag module B0072-11 history',
      '3 body module U0155-00 stored',
    ]);
    expect(reaches(english)).toEqual({
      'airbag module': 'answered',
      'body module': 'answered',
      ABS: 'answered',
    });
    expect(readReport(english).notRead!.map(({ text }) => text)).toContain(
      'I could not get the park aid to talk.',
    );
  });

  it('is read in other languages', () => {
    const german =
      'Fahrzeug angenommen. Im Airbagsteuergerät stehen B0051-1A (aktiv)\nund B0072-11 (sporadisch). Das Kombiinstrument meldet U0155-00, gespeichert. Im ABS ist kein\nFehler abgelegt. Die Einparkhilfe antwortet nicht.';
    expect(codes(german)).toEqual([
      '1 Airbagsteuergerät B0051-1A active',
      '2 Airbagsteuergerät B0072-11 stored',
      '2 Kombiinstrument U0155-00 stored',
    ]);
    expect(reaches(german)).toEqual({
      Airbagsteuergerät: 'answered',
      Kombiinstrument: 'answered',
      ABS: 'answered',
      Einparkhilfe: 'silent',
    });
    const french =
      "Lecture faite ce matin. Le tableau de bord donne U0155-00, intermittent, et le\ncalculateur airbag n'a pas été lu. L'aide au stationnement ne répond pas.";
    expect(codes(french)).toEqual(['1 tableau de bord U0155-00 stored']);
    expect(reaches(french)['aide au stationnement']).toBe('silent');
  });

  it('leaves lists as they are', () => {
    const list = 'Airbag:\nB0051-1A squib circuit, active.\nB0072-11 side sensor, stored.\nABS: no codes.';
    expect(codes(list)).toEqual(['2 Airbag B0051-1A active', '3 Airbag B0072-11 stored']);
  });
});

describe('a paragraph on one line', () => {
  it('is read by its sentences behind what it is', () => {
    const text =
      'Summary of the technician: The restraint module returned two faults. B2501-13 (driver curtain) is current and B2504-1A is historic. The cluster has no faults. We could not establish communication with the left seat module.';
    expect(codes(text)).toEqual([
      '1 restraint module B2501-13 active',
      '1 restraint module B2504-1A history',
    ]);
    expect(reaches(text)).toEqual({
      'restraint module': 'answered',
      cluster: 'answered',
      'left seat module': 'silent',
    });
  });

  it('names two modules of which the same is said', () => {
    const text =
      'Im Airbag stehen zwei Fehler, B0351-13\n(Zünder) liegt gerade an. Kombi und Gateway sind ohne Fehler.';
    expect(codes(text)).toEqual(['1 Airbag B0351-13 active']);
    expect(reaches(text)).toEqual({ Airbag: 'answered', Kombi: 'answered', Gateway: 'answered' });
  });
});
