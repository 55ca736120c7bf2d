import { BarcodeFormat, QRCodeWriter } from '@zxing/library';
import { benchFor, recordOf, shown } from '../testing/bench';
import { LabelPhoto } from './label-photo';

/** A label with a code on it, turned as a hand holds it, as a camera's file. */
async function labelWith(text: string, degrees: number): Promise<File> {
  const matrix = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 240, 240, new Map());
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 400;
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, 400, 400);
  pen.translate(200, 200);
  pen.rotate((degrees * Math.PI) / 180);
  pen.fillStyle = '#000';
  for (let x = 0; x < matrix.getWidth(); x++)
    for (let y = 0; y < matrix.getHeight(); y++) if (matrix.get(x, y)) pen.fillRect(x - 120, y - 120, 1, 1);
  const blob = await new Promise<Blob>((resolve) => canvas.toBlob((made) => resolve(made!)));
  return new File([blob], 'label.png', { type: 'image/png' });
}

describe('LabelPhoto', () => {
  const choose = (page: HTMLElement, file: File) => {
    const input = page.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(file);
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
  };

  it('reads the code on a label, whichever way it is held, and takes it only when it is tapped', async () => {
    const bench = await benchFor(LabelPhoto, recordOf());
    const taken: string[] = [];
    bench.fixture.componentInstance.taken.subscribe((code) => taken.push(code));
    choose(bench.page, await labelWith('OM-2210-04', 90));
    await shown(bench, 'mat-chip-option');
    expect(bench.text()).toContain('OM-2210-04');
    expect(taken).toEqual([]);
    bench.page.querySelector<HTMLElement>('mat-chip-option button')!.click();
    await bench.fixture.whenStable();
    expect(taken).toEqual(['OM-2210-04']);
  });

  it('says what to do where there is no code, and where the file is no picture', async () => {
    const bench = await benchFor(LabelPhoto, recordOf());
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = 40;
    const blob = await new Promise<Blob>((resolve) => canvas.toBlob((made) => resolve(made!)));
    choose(bench.page, new File([blob], 'blank.png', { type: 'image/png' }));
    await shown(bench, 'img');
    for (let n = 0; n < 200 && !bench.text().includes('Type what is printed'); n++) {
      await new Promise((resolve) => setTimeout(resolve, 25));
      await bench.fixture.whenStable();
    }
    expect(bench.text()).toContain('No bar code was read. Type what is printed.');
    choose(bench.page, new File(['words'], 'x.png', { type: 'image/png' }));
    for (let n = 0; n < 200 && !bench.text().includes('no picture'); n++) {
      await new Promise((resolve) => setTimeout(resolve, 25));
      await bench.fixture.whenStable();
    }
    expect(bench.text()).toContain('This is no picture that can be shown.');
  });
});
