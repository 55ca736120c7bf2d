import { fusedLamp } from './fused-lamp.js';
import { switchInput } from './switch-input.js';
import type { Template } from './template.js';

export type { Template, TemplateField } from './template.js';

export const templates: readonly Template[] = [switchInput, fusedLamp];
