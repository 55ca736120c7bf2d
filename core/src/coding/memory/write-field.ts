/** Writing to an image as its module does: every store of a field, then the checksums over it. */
import { Refusal } from '../../refusal/index.js';
import { checksumIn } from './checksum.js';
import { bytesAt, copyOf, type Image, writeAt } from './image.js';
import { checksumOrder, storesOf } from './layout.js';
import type { Layout, LayoutField } from '../schema.js';

/**
 * An image with a field written in every place where it is kept, and its checksums made anew.
 * @throws Refusal where the image does not hold the field, or the bytes are not as long as it is
 */
export function writeField(image: Image, layout: Layout, field: LayoutField, bytes: Uint8Array): Image {
  if (bytes.length !== field.length)
    throw new Refusal(field.name, `expected ${field.length} bytes, got ${bytes.length}`);
  const written = copyOf(image);
  for (const store of storesOf(field)) {
    if (!bytesAt(written, store, field.length)) throw new Refusal(field.name, 'is not in this image');
    writeAt(written, store, bytes);
  }
  sealChecksums(layout, written);
  return written;
}

/**
 * Makes the checksums of a copy anew, each after those that lie in its range.
 * @throws Refusal with a path below `layout` where the image does not hold what one of them covers
 */
export function sealChecksums(layout: Layout, image: Image): void {
  for (const sum of checksumOrder(layout.checksums ?? [])) {
    const covered = bytesAt(image, sum.from, sum.to - sum.from + 1);
    const path = `layout.checksums[${layout.checksums!.indexOf(sum)}]`;
    if (!covered) throw new Refusal(path, 'the donor’s image does not hold its whole range');
    const value = checksumIn(sum.kind, covered, sum.order ?? 'big');
    if (!bytesAt(image, sum.at, value.length)) throw new Refusal(`${path}.at`, 'is not in the donor’s image');
    writeAt(image, sum.at, value);
  }
}
