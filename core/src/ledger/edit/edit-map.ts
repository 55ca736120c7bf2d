/** Changes of an access map, one at a time: each gives a new map, and leaves nothing that leans on what is gone. */
import { Refusal } from '../../refusal/index.js';
import type { AccessMap, MapPart, MapStep } from '../access-map.js';
import { itemsOf } from '../map-steps.js';

export type MapEdit =
  | { readonly do: 'add-step'; readonly after: string | null }
  | { readonly do: 'add-part'; readonly after: string | null }
  | { readonly do: 'change-step'; readonly step: MapStep }
  | { readonly do: 'change-part'; readonly part: MapPart }
  | { readonly do: 'remove'; readonly id: string };

export const emptyMap: AccessMap = { make: '', model: '', title: '', source: '', steps: [], parts: [] };

/** @throws Refusal where it is not there, or something else needs it */
export function editedMap(map: AccessMap, edit: MapEdit): AccessMap {
  switch (edit.do) {
    case 'add-step': {
      const before = map.steps.find(({ id }) => id === edit.after);
      const step: MapStep = {
        id: freeId(map, 'step'),
        label: 'a new step',
        act: 'remove',
        area: before?.area ?? 'other',
        place: before?.place ?? 'where the hand goes',
        zone: before?.zone ?? 'Bag',
        minutes: 5,
        needs: edit.after === null ? [] : [[edit.after]],
      };
      return { ...map, steps: [...map.steps, step] };
    }
    case 'add-part': {
      const before = map.steps.find(({ id }) => id === edit.after);
      const part: MapPart = {
        id: freeId(map, 'part'),
        label: 'a new part',
        kind: 'what it is',
        zone: before?.zone ?? 'Bag',
        minutes: 5,
        needs: edit.after === null ? [] : [[edit.after]],
      };
      return { ...map, parts: [...map.parts, part] };
    }
    case 'change-step':
      there(map, edit.step.id);
      return { ...map, steps: map.steps.map((step) => (step.id === edit.step.id ? edit.step : step)) };
    case 'change-part':
      there(map, edit.part.id);
      return { ...map, parts: map.parts.map((part) => (part.id === edit.part.id ? edit.part : part)) };
    case 'remove': {
      there(map, edit.id);
      const needed = itemsOf(map).find(
        (item) =>
          item.needs?.some((way) => way.includes(edit.id)) ||
          ('tryNeeds' in item && item.tryNeeds?.includes(edit.id)),
      );
      if (needed)
        throw new Refusal('id', `${needed.label} needs it: change first what stands before ${needed.label}`);
      return {
        ...map,
        steps: map.steps.filter(({ id }) => id !== edit.id),
        parts: map.parts.filter(({ id }) => id !== edit.id),
      };
    }
  }
}

function there(map: AccessMap, id: string): void {
  if (!itemsOf(map).some((item) => item.id === id)) throw new Refusal('id', `there is no step "${id}"`);
}

function freeId(map: AccessMap, kind: string): string {
  const taken = new Set(itemsOf(map).map(({ id }) => id));
  let n = itemsOf(map).length + 1;
  while (taken.has(`${kind}-${n}`)) n++;
  return `${kind}-${n}`;
}
