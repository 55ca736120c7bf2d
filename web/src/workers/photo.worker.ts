/** Makes a photo small enough to be kept, beside the page: turned upright, at most 2000 pixels long, one megabyte. */

export interface PhotoRequest {
  readonly ticket: number;
  readonly file: Blob;
}
export type PhotoAnswer =
  { readonly ticket: number; readonly photo: Blob } | { readonly ticket: number; readonly problem: string };

const longest = 2000;
const most = 1_000_000;
const qualities = [0.85, 0.7, 0.55, 0.4];
const scales = [1, 0.75, 0.5, 0.35];

async function shrink(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (!picture) throw new Error('This file is no picture that the browser can read. Save it as JPEG first.');
  const first = Math.min(1, longest / Math.max(picture.width, picture.height));
  for (const scale of scales)
    for (const quality of qualities) {
      const [width, height] = [picture.width, picture.height].map((side) =>
        Math.max(1, Math.round(side * first * scale)),
      ) as [number, number];
      const canvas = new OffscreenCanvas(width, height);
      canvas.getContext('2d')!.drawImage(picture, 0, 0, width, height);
      const photo = await canvas.convertToBlob({ type: 'image/jpeg', quality });
      if (photo.size <= most) return photo;
    }
  throw new Error('This picture does not become small enough.');
}

addEventListener('message', ({ data: { ticket, file } }: MessageEvent<PhotoRequest>) => {
  shrink(file).then(
    (photo) => postMessage({ ticket, photo } satisfies PhotoAnswer),
    (error: unknown) => postMessage({ ticket, problem: (error as Error).message } satisfies PhotoAnswer),
  );
});
