import { TestBed } from '@angular/core/testing';
import { NewVersion } from './new-version';

describe('a part of the page that is gone', () => {
  const gone = {
    error: new TypeError('Failed to fetch dynamically imported module: chunk.js'),
    url: '/shop',
  };
  beforeEach(() => sessionStorage.removeItem('reloaded at'));
  afterEach(() => sessionStorage.removeItem('reloaded at'));

  it('loads the page anew once, and says so where that does not help', () => {
    const version = TestBed.inject(NewVersion);
    const went: string[] = [];
    version.go = (url) => went.push(url);
    version.notLoaded(gone);
    expect([went, version.says()]).toEqual([['/shop'], null]);
    version.notLoaded(gone);
    expect(went).toEqual(['/shop']);
    expect(version.says()).toContain('could not be loaded');
  });

  it('is told from every other trouble', () => {
    const version = TestBed.inject(NewVersion);
    const other = new Error('no such route');
    expect(() => version.notLoaded({ error: other, url: '/' })).toThrow(other);
    expect(version.says()).toBeNull();
  });
});
