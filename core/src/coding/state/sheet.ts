/** The coding sheet: everything in its order, from what the book says of the unit and of the route. */
import type { RouteKind } from '../../route/index.js';
import type { CarriedItem, CodingBook, Precondition, Procedure } from '../book.js';

export type SheetLine =
  | { readonly kind: 'item'; readonly id: string; readonly does: string; readonly item: CarriedItem }
  | {
      readonly kind: 'check';
      readonly id: string;
      readonly does: string;
      readonly check: Precondition | 'image' | 'fit' | 'authority' | 'codes';
    }
  | { readonly kind: 'procedure'; readonly id: string; readonly does: string; readonly procedure: Procedure };

export type SheetPart = 'save' | 'ready' | 'write' | 'teach' | 'declare';

export interface Sheet {
  readonly parts: readonly { readonly part: SheetPart; readonly lines: readonly SheetLine[] }[];
}

export const preconditionWords: Readonly<Record<Precondition, string>> = {
  supply: 'A stabilised supply is on, its volts measured at the car’s clamps',
  'ignition-on': 'Ignition on, engine off',
  'ignition-off': 'Ignition off',
  key: 'The key that the car knows is in reach',
  'wheels-straight': 'Wheels straight ahead',
  'seat-empty': 'The seat is empty and dry, nothing on or under it',
  'doors-shut': 'Doors shut',
  identity: 'Part number, hardware and software of the unit read and noted',
};

/** Read, cleared, written from the car’s own order data: what is left after that is a fault of its own. */
const codeLines = [
  ['codes-read', 'Read every code before anything is written'],
  ['codes-clear', 'Clear; the code that says “not coded” stays'],
  ['codes-order', 'Write the unit from the order data of this car'],
  ['codes-clear-again', 'Clear again'],
  ['codes-read-again', 'Read again: what is left is traced by itself'],
] as const;

const applies = (routes: readonly RouteKind[] | null | undefined, route: RouteKind | null): boolean =>
  routes == null || route === null || routes.includes(route);

/** Routes on which the unit that goes in held another car’s data. */
export const bringsForeignData: ReadonlySet<RouteKind> = new Set([
  'used',
  'clone',
  're-code',
  'remanufactured',
]);

interface SheetOptions {
  /** Nothing is fitted: only what is taught and declared stands on it. */
  readonly teachOnly?: boolean;
  /** The new unit is bought by its routes, and is compared with the old one before it is written to. */
  readonly compared?: boolean;
}

/**
 * The sheet of a unit. Where the route is not known yet, everything that any route asks for stands on it.
 * @example sheetOf(book, 'used').parts[0] // { part: 'save', lines: […] }
 */
export function sheetOf(
  book: CodingBook,
  route: RouteKind | null,
  { teachOnly = false, compared = false }: SheetOptions = {},
): Sheet {
  const items = (how: CarriedItem['how']) =>
    book.carries
      .filter((item) => item.how === how && applies(item.routes, route))
      .map((item): SheetLine => ({ kind: 'item', id: `item:${item.id}`, does: item.does, item }));
  const check = (
    own: Extract<SheetLine, { kind: 'check' }>['check'],
    id: string,
    does: string,
  ): SheetLine => ({
    kind: 'check',
    id: `check:${id}`,
    does,
    check: own,
  });
  const procedures = (book.procedures ?? []).filter((own) => applies(own.routes, route));
  const write = items('write');
  const foreign = route === null || bringsForeignData.has(route);
  const keys =
    foreign &&
    (book.carries.some(({ kind }) => kind === 'pairing') ||
      book.layout?.fields.some(({ role }) => role === 'pairing') === true);
  const image = book.layout != null && foreign;
  const writes = write.length > 0 || image || book.options != null;
  const parts: Sheet['parts'] = [
    { part: 'save', lines: items('save') },
    {
      part: 'ready',
      lines: writes
        ? [
            ...(['supply', 'key', 'identity'] as const).map((own) => check(own, own, preconditionWords[own])),
            ...(compared ? [check('fit', 'fit', 'The new unit is compared with the old one, and fits')] : []),
            ...(keys
              ? [
                  check(
                    'authority',
                    'authority',
                    'Who showed that the car is theirs is noted: its keys are touched',
                  ),
                ]
              : []),
            ...(image
              ? [check('image', 'image', 'The images of the old unit and of the donor are saved here')]
              : []),
          ]
        : [],
    },
    {
      part: 'write',
      lines: [
        ...(writes ? codeLines.slice(0, 2).map(([id, does]) => check('codes', id, does)) : []),
        ...write,
        ...(writes ? codeLines.slice(2).map(([id, does]) => check('codes', id, does)) : []),
      ],
    },
    {
      part: 'teach',
      lines: [
        ...items('teach'),
        ...procedures.map((procedure): SheetLine => ({
          kind: 'procedure',
          id: `procedure:${procedure.id}`,
          does: procedure.title,
          procedure,
        })),
      ],
    },
    { part: 'declare', lines: items('declare') },
  ];
  const asked = teachOnly ? parts.filter(({ part }) => part === 'teach' || part === 'declare') : parts;
  return { parts: asked.filter(({ lines }) => lines.length > 0) };
}
