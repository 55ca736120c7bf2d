import { ownScript } from './page-policy';

describe('addresses of scripts', () => {
  it('are those of this page alone', () => {
    expect(ownScript('/sw.js')).toBe(`${location.origin}/sw.js`);
    expect(ownScript(`${location.origin}/worker-K3JQ.js`)).toBe(`${location.origin}/worker-K3JQ.js`);
    for (const foreign of [
      'https://elsewhere.example/worker.js',
      '//elsewhere.example/worker.js',
      'data:text/javascript,alert(1)',
      'blob:whatever',
      '/api/jobs/x/attachments/y',
      '/api/evil.js',
      'javascript:alert(1)',
    ])
      expect(() => ownScript(foreign))
        .withContext(foreign)
        .toThrowError(TypeError);
  });
});
