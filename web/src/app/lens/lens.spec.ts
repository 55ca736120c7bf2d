import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { stateWords } from '@dormant-beacon/core/names';
import { Lens } from './lens';

describe('Lens', () => {
  it('tells each state by its shape, and says it', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(Lens);
    const shapes = new Set<string>();
    for (const state of ['lit', 'flashing', 'comes-and-goes', 'dark', 'dormant', 'returned'] as const) {
      fixture.componentRef.setInput('state', state);
      fixture.componentRef.setInput('name', 'Belt lamp');
      await fixture.whenStable();
      const svg = (fixture.nativeElement as HTMLElement).querySelector('svg')!;
      expect(svg.getAttribute('aria-label')).toBe(`Belt lamp: ${stateWords[state]}`);
      shapes.add(
        [...svg.querySelectorAll('path')]
          .map((path) => `${path.getAttribute('class')} ${path.getAttribute('d')}`)
          .join('|'),
      );
    }
    expect(shapes.size).toBe(6);
  });
});
