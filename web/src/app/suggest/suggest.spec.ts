import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { Suggest } from './suggest';

describe('Suggest', () => {
  let fixture: ComponentFixture<Suggest>;
  let taken: string[];

  async function open(value: string) {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(Suggest);
    fixture.componentRef.setInput('label', 'Point');
    fixture.componentRef.setInput('known', ['C12.1', 'C12.2', 'gnd']);
    fixture.componentRef.setInput('value', value);
    taken = [];
    fixture.componentInstance.taken.subscribe((one) => taken.push(one));
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('input')!;
  }

  const offered = () =>
    [...document.querySelectorAll('mat-option')].map((option) => option.textContent.trim());

  async function type(field: HTMLInputElement, text: string) {
    field.dispatchEvent(new Event('focusin'));
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  }

  it('offers what fits, takes what is picked, and anything else once it is left', async () => {
    const field = await open('');
    await type(field, 'c12');
    expect(offered()).toEqual(['C12.1', 'C12.2']);
    document.querySelectorAll<HTMLElement>('mat-option')[1]!.click();
    await fixture.whenStable();
    expect([field.value, taken]).toEqual(['C12.2', ['C12.2']]);
    await type(field, 'a new one');
    expect(offered()).toEqual([]);
    field.dispatchEvent(new Event('blur'));
    expect(taken.at(-1)).toBe('a new one');
  });

  it('offers everything in place of what is known, and takes nothing that was not changed', async () => {
    const field = await open('gnd');
    field.dispatchEvent(new Event('focusin'));
    await fixture.whenStable();
    expect(offered()).toEqual(['C12.1', 'C12.2', 'gnd']);
    field.dispatchEvent(new Event('blur'));
    expect(taken).toEqual([]);
  });
});
