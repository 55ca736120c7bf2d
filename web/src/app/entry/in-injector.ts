/** Makes what needs an injection context after the inputs of a component are there. To be called where fields are made. */
import { inject, Injector, runInInjectionContext } from '@angular/core';

export function inInjector(): <T>(make: () => T) => T {
  const injector = inject(Injector);
  return (make) => runInInjectionContext(injector, make);
}
