/** A photo is what its bytes say, whatever it is called: its kind, its size, and no more of it than a screen can show. */
import { mostPhotoBytes, photoTypes } from '@dormant-beacon/contract';
import { imageSize } from 'image-size';
import { HttpProblem, tooLarge } from '../http/problem.js';

/** Pixels that a photo may have: a small file can unfold into a huge picture. */
export const mostPixels = 25_000_000;

const typeOf: Readonly<Record<string, string>> = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };

/**
 * @param declared the type that the sender named
 * @throws HttpProblem 415 where the bytes are no photo of that type, 422 where it would unfold too far
 */
export function checkPhoto(bytes: Buffer, declared: string, path: string): { width: number; height: number } {
  if (bytes.length > mostPhotoBytes) throw tooLarge(mostPhotoBytes);
  const { type, width, height } = sizeOf(bytes);
  const found = typeOf[type];
  if (found === undefined || !(photoTypes as readonly string[]).includes(found))
    throw new HttpProblem(
      415,
      'Not a photo',
      'These bytes are no JPEG, PNG or WebP picture, whatever the file is called. Take the photo again, or save it as JPEG.',
      { path },
    );
  if (found !== declared)
    throw new HttpProblem(415, 'Not a photo', `The file says ${declared}, but its bytes are ${found}.`, {
      path,
    });
  if (width < 1 || height < 1 || width * height > mostPixels)
    throw new HttpProblem(
      422,
      'Too many pixels',
      `This picture unfolds to ${width} × ${height} pixels; at most ${mostPixels / 1e6} million are taken.`,
      { path },
    );
  return { width, height };
}

function sizeOf(bytes: Buffer): { type: string; width: number; height: number } {
  try {
    const { type, width, height } = imageSize(bytes);
    return { type: type ?? '', width, height };
  } catch {
    return { type: '', width: 0, height: 0 };
  }
}
