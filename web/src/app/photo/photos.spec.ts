import { benchFor, fact, recordOf } from '../testing/bench';
import { Photos } from './photos';

describe('Photos', () => {
  /** A picture of that size, as a file. */
  async function picture(width: number, height: number): Promise<File> {
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d')!;
    for (let n = 0; n < 400; n++) {
      context.fillStyle = `hsl(${n * 37} 80% 50%)`;
      context.fillRect((n * 97) % width, (n * 61) % height, width / 9, height / 9);
    }
    return new File([await canvas.convertToBlob({ type: 'image/png' })], 'corner.png', { type: 'image/png' });
  }

  async function drop(bench: Awaited<ReturnType<typeof open>>, ...files: File[]) {
    const transfer = new DataTransfer();
    for (const file of files) transfer.items.add(file);
    bench.page
      .querySelector('.take')!
      .dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, cancelable: true }));
    for (
      let n = 0;
      n < 100 && bench.photos.length < files.length && !/picture|photo\./.test(bench.problem());
      n++
    )
      await new Promise((resolve) => setTimeout(resolve, 50));
    await bench.fixture.whenStable();
  }

  async function open() {
    const bench = await benchFor(
      Photos,
      recordOf({
        photos: [
          fact('f', { attachmentId: 'a', stage: 'take-in', caption: 'Front' }),
          fact('g', { attachmentId: 'b', stage: 'strip', caption: 'Other' }),
        ],
      }),
      { stage: 'take-in' },
    );
    const photos: { bytes: Blob; data: unknown }[] = [];
    Object.assign(bench.desk, {
      enterPhoto: (bytes: Blob, data: unknown) => {
        photos.push({ bytes, data });
        return Promise.resolve({ state: 'saved', answer: { id: 'x', seq: 1, recordedAt: '' } });
      },
    });
    return { ...bench, photos, problem: () => bench.page.querySelector('.problem')?.textContent ?? '' };
  }

  it('makes a large picture small enough before it is sent, with its caption', async () => {
    const bench = await open();
    await bench.fill('What it shows', 'corner, right front');
    await drop(bench, await picture(3600, 2400));
    expect(bench.photos.length).toBe(1);
    const { bytes, data } = bench.photos[0]!;
    expect(data).toEqual({ stage: 'take-in', caption: 'corner, right front' });
    expect(bytes.type).toBe('image/jpeg');
    expect(bytes.size).toBeLessThanOrEqual(1_000_000);
    const small = await createImageBitmap(bytes);
    expect([small.width, small.height]).toEqual([2000, 1333]);
    expect(bench.field('What it shows').value).toBe('');
  });

  it('names the file that is no picture, and keeps nothing of it', async () => {
    const bench = await open();
    await drop(bench, new File(['%PDF-1.4'], 'letter.pdf', { type: 'application/pdf' }));
    expect(bench.problem()).toContain('“letter.pdf”: This file is no picture');
    expect(bench.photos).toEqual([]);
  });

  it('shows the photos of its own stage, and takes one back', async () => {
    const bench = await open();
    expect([...bench.page.querySelectorAll('img')].map(({ alt }) => alt)).toEqual(['Front']);
    await bench.press('Take back');
    expect(bench.desk.withdrawn).toEqual(['f']);
  });
});
