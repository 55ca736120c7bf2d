/** Circuits of the made-up vehicles, from the product's own templates. */
import { templates } from '@dormant-beacon/core/trace/templates';
import type { TraceCase } from '@dormant-beacon/core/trace';

/** @throws Error where the product has no template of that id */
function built(id: string, values: Readonly<Record<string, string>>): TraceCase {
  const template = templates.find((other) => other.id === id);
  if (!template) throw new Error(`no template ${id}`);
  return template.build(values);
}

export const flapCase = (values: Readonly<Record<string, string>> = {}) => built('switch-input', values);
export const fusedLampCase = built('fused-lamp', {});
