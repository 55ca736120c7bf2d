/** The memory of a module as its layout divides it: what it says of itself is read there, and what is written is kept there. */
import type { FieldRole, Layout, LayoutField } from '@dormant-beacon/core/coding';
import {
  bytesAt,
  fieldValue,
  type Image,
  numberBytes,
  readChecksums,
  readFields,
  writeField,
} from '@dormant-beacon/core/coding/memory';
import { randomNumbers } from '@dormant-beacon/core/random';
import { ascii, type CarIdentity } from './identity.js';

export class ModuleMemory {
  constructor(
    readonly layout: Layout,
    private held: Image,
  ) {}

  get image(): Image {
    return this.held;
  }

  /** Every checksum holds, and every field that is kept twice agrees with itself. */
  get isSound(): boolean {
    return (
      readChecksums(this.held, this.layout).every(({ valid }) => valid === true) &&
      readFields(this.held, this.layout).every(({ disagree }) => disagree.length === 0)
    );
  }

  /** The first field of a role; null where the layout has none. */
  fieldOf(role: FieldRole): LayoutField | null {
    return this.layout.fields.find((field) => field.role === role) ?? null;
  }

  bytesOf(role: FieldRole): Uint8Array | null {
    const field = this.fieldOf(role);
    return field && bytesAt(this.held, field.address, field.length);
  }

  valueOf(role: FieldRole): number | string | null {
    const [field, bytes] = [this.fieldOf(role), this.bytesOf(role)];
    return field && bytes && fieldValue(field, bytes);
  }

  /** As the module itself writes it: in every place, with its checksums. @returns whether it could be written */
  write(role: FieldRole, bytes: Uint8Array): boolean {
    const field = this.fieldOf(role);
    if (field?.length !== bytes.length) return false;
    this.held = writeField(this.held, this.layout, field, bytes);
    return true;
  }

  writeNumber(role: FieldRole, value: number): boolean {
    const field = this.fieldOf(role);
    const bytes = field && numberBytes(field, value);
    return bytes !== null && this.write(role, bytes);
  }

  /** `length` bytes from an address on; null where it does not hold all of them. */
  read(address: number, length: number): Uint8Array | null {
    return bytesAt(this.held, address, length);
  }

  /** Bytes as they come, checksums or not. @returns whether it holds their addresses */
  put(address: number, bytes: Uint8Array): boolean {
    if (!this.read(address, bytes.length)) return false;
    this.held = this.held.map((segment) => ({ ...segment, bytes: segment.bytes.slice() }));
    bytesAt(this.held, address, bytes.length)!.set(bytes);
    return true;
  }
}

/** Bytes of a memory that is drawn; a layout that reaches further is none of a module here. */
const mostDrawn = 1 << 20;

/** What such a module holds in a car that nobody has read out yet; null where its layout asks for more than it has. */
export function drawnMemory(layout: Layout, { vin, km }: CarIdentity, seed: number): ModuleMemory | null {
  const random = randomNumbers(seed);
  const ends = [
    ...layout.fields.flatMap(({ address, length, mirrors }) =>
      [address, ...(mirrors ?? [])].map((at) => at + length),
    ),
    ...(layout.checksums ?? []).map(({ to, at }) => Math.max(to + 1, at + 4)),
  ];
  // Whole blocks, as memories come.
  const size = 256 * Math.ceil(Math.max(1, ...ends) / 256);
  if (size > mostDrawn) return null;
  const memory = new ModuleMemory(layout, [{ address: 0, bytes: new Uint8Array(size).fill(0xff) }]);
  for (const { role, length } of layout.fields) {
    if (role === 'vin') memory.write('vin', ascii(vin, length));
    if (role === 'odometer') memory.writeNumber('odometer', km);
    if (role === 'pairing')
      memory.write(
        'pairing',
        Uint8Array.from({ length }, () => 256 * random.uniform()),
      );
    if (role === 'option') memory.write('option', new Uint8Array(length));
  }
  return memory;
}
