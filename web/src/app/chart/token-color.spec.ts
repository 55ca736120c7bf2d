import { tokenColor } from './token-color';

describe('a colour for a canvas', () => {
  afterEach(() => document.documentElement.style.removeProperty('--ember'));

  it('is that of the theme', () => {
    document.documentElement.style.setProperty('--ember', '#123456');
    expect(tokenColor('--ember')).toBe('#123456');
  });

  it('is the system’s where it sets them: text and page apart, and nothing left behind', () => {
    const { length } = document.body.children;
    spyOn(window, 'matchMedia').and.returnValue({ matches: true } as MediaQueryList);
    const colors = ['--quiet', '--sheet', '--line', '--ember'].map(tokenColor);
    for (const color of colors) expect(color).toMatch(/^rgb/);
    expect(new Set(colors).size).toBe(4);
    expect(tokenColor('--ink')).toBe(colors[0]!);
    expect(document.body.children.length).toBe(length);
  });
});
