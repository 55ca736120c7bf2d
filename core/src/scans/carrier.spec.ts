import { codesOf, modulesOf } from '../testing/read-report.js';
import { carried } from './carrier.js';
import { readReport } from './read.js';

const report = 'Body\n  B1318-16 active\n  B1319-11 stored\n\nRoof\n  no reply\n\nSeat\n  no codes';
const codes = ['Body B1318-16 active', 'Body B1319-11 stored'];
const modules = ['Body: answered', 'Roof: silent', 'Seat: answered'];
const each = (change: (line: string) => string): string => report.split('\n').map(change).join('\n');

describe('what carries a report', () => {
  it('is told from one that came bare', () => {
    expect(carried(report)).toBeNull();
    expect(carried('> Body\n>   B1318-16 active\n> Roof: no reply')?.text).toBe(
      'Body\n  B1318-16 active\nRoof: no reply',
    );
  });

  it('is no part of it: quoted, set in, with a blank line below each line, with blanks behind them', () => {
    for (const text of [
      `Hello,\n\n${each((line) => `> ${line}`)}\n`,
      each((line) => `>> > ${line}`),
      each((line) => `\t${line}`),
      each((line) => `${line}\n`),
      each((line) => `${line}   \r`),
      `From bay 2:\n\`\`\`text\n${report}\n\`\`\`\n`,
    ]) {
      expect(codesOf(text)).withContext(text).toEqual(codes);
      expect(modulesOf(text)).withContext(text).toEqual(modules);
    }
  });

  it('leaves every finding on the line where it was printed', () => {
    const spaced = readReport(each((line) => `${line}\n`));
    expect(spaced.codes.map(({ line }) => line)).toEqual([3, 5]);
    expect(spaced.modules.map(({ line }) => line)).toEqual([1, 9, 15]);
    const quoted = readReport(`Hello,\n\n${each((line) => `> ${line}`)}`);
    expect(quoted.codes.map(({ line }) => line)).toEqual([4, 5]);
  });

  it('takes what was said of a line that is printed elsewhere', () => {
    const marks = [{ line: 5, as: 'code', code: 'B1319-11', status: 'history' } as const];
    const { codes: read } = readReport(
      each((line) => `${line}\n`),
      { marks },
    );
    expect(read.map(({ status }) => status)).toEqual(['active', 'history']);
  });

  it('keeps marks that are not in front of every line, or that stand deeper', () => {
    expect(carried('Body\n> B1318-16 active\nRoof\n> no reply')).toBeNull();
    expect(carried('> Body\n> B1318-16 active\nB1319-11 stored')).toBeNull();
    expect(carried('> > Body\n> > > B1318-16 active')?.text).toBe('Body\n> B1318-16 active');
  });
});

describe('marks of quoting without end', () => {
  it('are no trouble, in one line or in half a million', () => {
    expect(carried('>'.repeat(1_000_000))).not.toBeNull();
    expect(carried('>\n'.repeat(500_000))).not.toBeNull();
    expect(carried('> a\n'.repeat(400_000))?.text.startsWith('a\na')).toBe(true);
  });
});

describe('a report in a letter', () => {
  it('names no module after the shop, its street or who signed it', () => {
    const head = 'Harrow and Pike\n14 Mill Lane, Ostrel\nTel 0441 22817\n\n';
    const foot = '\n\nThanks,\nMilo\n-- \nsent from my phone\n';
    const table =
      'Module   Code       Status\nBody     B1318-16   active\nSeat     no codes\nRoof     no reply';
    for (const text of [report, table])
      expect(modulesOf(head + text + foot).toSorted()).toEqual(modules.toSorted());
    expect(modulesOf(`Quarry Road Body Works\n\nB1318-16 active\nModule: Body`)).toEqual(['Body: answered']);
    // A module with its address is one, at the top too.
    expect(modulesOf('14 Body\nB1318-16 active')).toEqual(['Body: answered']);
    expect(modulesOf('14 Body\n15 Roof\n\n14: no reply').length).toBe(2);
    // At the end too, where the modules have addresses as well.
    const numbered = '40 Body\n  B1318-16 active\n44 Roof\n  no reply';
    expect(modulesOf(`${numbered}\n\nRegards\nTarn\n14 Mill Lane, Ostrel\n`)).toEqual([
      'Body: answered',
      'Roof: silent',
    ]);
    expect(codesOf('14 Airbag, front\nB1318-16 active')).toEqual(['Airbag, front B1318-16 active']);
    expect(codesOf(`${report}\nGarage door opener\n  B1320-13 active`)).toEqual([
      ...codes,
      'Garage door opener B1320-13 active',
    ]);
  });

  it('is still a table with delimiters, and commas in two other lines make none', () => {
    const csv = 'Module,Code,Status\nBody,B1318-16,active\nRoof,,no reply';
    expect(codesOf(`Hi,\n\n${csv}\n\nThanks,\nMilo, bay 3\n`)).toEqual(['Body B1318-16 active']);
    expect(modulesOf(`Hi,\n\n${csv}\n\nThanks,\nMilo, bay 3\n`)).toEqual(['Body: answered', 'Roof: silent']);
    expect(codesOf(`2 DTC, 3 modules\n\n${report}\n\nThanks,\nMilo`)).toEqual(codes);
  });

  it('is still a page of two columns, a numbered list, or a log', () => {
    const note =
      '\n\nNote: customer says the lamp came on after the repair. Check wiring under the seat, then call.\n';
    expect(
      modulesOf(
        `Airbag                  Cluster\n  B0025-13 active         no faults\nDoor                    Seat\n  B1320-2F stored         no reply${note}`,
      ),
    ).toEqual(['Airbag: answered', 'Door: answered', 'Cluster: answered', 'Seat: silent']);
    expect(codesOf(`1: Seat: B0097-54, active\n2: Belt: B0072-1A, stored\n3: Roof: no code${note}`)).toEqual([
      'Seat B0097-54 active',
      'Belt B0072-1A stored',
    ]);
    expect(
      codesOf(
        `Subject: log\nFrom: shop\nTo: desk\n\nplease look\n\nINFO  Airbag: connected\nWARN  Airbag: B0071-13 active\nERROR Roof: no response\n\nBest regards\nMilo${note}`,
      ),
    ).toEqual(['Airbag B0071-13 active']);
  });

  it('holds the data of a program: JSON, XML, sections of keys, lists', () => {
    const json =
      '{\n "ecus": [{"name": "Body", "dtcs": [{"code": "B1318-16", "status": "active"}]},\n {"name": "Roof", "error": "no response"}]\n}';
    const xml =
      '<?xml version="1.0"?>\n<scan><ecu name="Body"><dtc code="B1318-16" status="active"/></ecu>\n<ecu name="Roof" error="no response"/></scan>';
    const keys = '[Body]\ncode=B1318-16\nstatus=active\n[Roof]\nresult=no response';
    for (const data of [json, xml, keys]) {
      const text = `Hi Milo,\nVIN KES0LAMPYRE000417\nhere is the file:\n\n${data}\n\nRegards\nTarn\n`;
      expect(codesOf(text)).withContext(text).toEqual(['Body B1318-16 active']);
      expect(modulesOf(text)).withContext(text).toEqual(['Body: answered', 'Roof: silent']);
    }
    const { codes: read, notRead } = readReport(`Hi Milo,\n\n${json}\n\nRegards\nTarn\n`);
    expect(read[0]!.line).toBe(4);
    expect((notRead ?? []).map(({ text }) => text)).toContain('Tarn');
  });

  it('counts the codes of such data, and is told where they differ', () => {
    const data = '{"ecus": [{"name": "Body", "dtcs": [{"code": "B1318-16", "status": "active"}]}]}';
    const counted = (total: string) =>
      (readReport(`Hi Milo,\n${total}\n\n${data}\n\nRegards\n`).mismatches ?? []).map(
        ({ printed, read }) => `${printed} printed, ${read} read`,
      );
    expect(counted('Total DTCs: 1')).toEqual([]);
    expect(counted('Total DTCs: 3')).toEqual(['3 printed, 1 read']);
  });
});
