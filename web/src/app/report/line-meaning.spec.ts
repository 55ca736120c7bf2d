import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { LineMeaningForm, type Said } from './line-meaning';

async function form(text: string) {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  const fixture = TestBed.createComponent(LineMeaningForm);
  fixture.componentRef.setInput('line', 3);
  fixture.componentRef.setInput('text', text);
  const said: Said[] = [];
  fixture.componentInstance.said.subscribe((one) => said.push(one));
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const press = async (wanted: string) => {
    [...page.querySelectorAll<HTMLElement>('label, button')]
      .find((element) => element.textContent.replace(/\s+/g, ' ').trim() === wanted)!
      .click();
    await fixture.whenStable();
  };
  return { page, press, said, fixture };
}

describe('LineMeaningForm', () => {
  it('asks which part is the code, and says so for lines like it', async () => {
    const { page, press, said } = await form('Störung 4711 an Platz 3-2');
    expect(page.querySelector<HTMLButtonElement>('button[mat-flat-button]')!.disabled).toBeTrue();
    await press('a code');
    expect(
      [...page.querySelectorAll('db-choice:nth-of-type(2) mat-button-toggle')].map((one) =>
        one.textContent.trim(),
      ),
    ).toEqual(['4711', '3-2']);
    await press('4711');
    await press('Take it so');
    expect(said).toEqual([
      { mark: { line: 3, as: 'code', code: '4711' }, always: true, word: null, allOf: null },
    ]);
  });

  it('says where no part can be a code, and can be kept to this report', async () => {
    const { page, press, said } = await form('noch ein Wort');
    await press('a code');
    expect(page.textContent).toContain('it holds no code');
    await press('nothing');
    await press('Read lines like it so from now on');
    await press('Take it so');
    expect(said).toEqual([{ mark: { line: 3, as: 'ignore' }, always: false, word: null, allOf: null }]);
  });

  it('puts a code right in its place, and learns the word that says its status', async () => {
    const { page, press, said, fixture } = await form('B1318-16   tárolt   Tápfeszültség');
    fixture.componentRef.setInput('read', {
      module: 'Body',
      code: 'B1318',
      failureType: '16',
      status: 'unknown',
      line: 3,
    });
    fixture.componentRef.setInput('reader', 'Tallow 9');
    await fixture.whenStable();
    expect(page.textContent).not.toContain('Which part is the code?');
    await press('stored');
    await press('tárolt');
    expect(page.textContent).toContain('in reports of Tallow 9');
    await press('Take it so');
    expect(said).toEqual([
      {
        mark: { line: 3, as: 'code', code: 'B1318', status: 'stored' },
        always: true,
        word: 'tárolt',
        allOf: null,
      },
    ]);
  });
});
