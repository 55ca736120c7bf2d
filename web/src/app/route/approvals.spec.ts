import { benchFor, fact, recordOf } from '../testing/bench';
import { Approvals } from './approvals';

describe('Approvals', () => {
  const asked = {
    item: 'End switch',
    answer: 'asked',
    ceilingCents: 16000,
    origin: 'maker-new',
    how: 'message',
    by: 'Noor Halloran',
  };

  it('enters what was asked and answered, with the limit in cents', async () => {
    const bench = await benchFor(Approvals, recordOf());
    await bench.press('Enter it');
    expect(bench.text()).toContain('What was the customer asked?');
    await bench.fill('The item or the work', 'End switch');
    await bench.press('Enter it');
    expect(bench.text()).toContain('What did the customer say?');
    await bench.press('yes');
    await bench.press('Enter it');
    expect(bench.text()).toContain('Who answered?');
    await bench.fill('Who answered?', 'Noor Halloran');
    await bench.fill('The customer’s limit', '159,5');
    await bench.press('used');
    await bench.press('Enter it');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'approvals',
        data: {
          item: 'End switch',
          answer: 'yes',
          ceilingCents: 15950,
          origin: 'used',
          how: 'telephone',
          by: 'Noor Halloran',
        },
      },
    ]);
  });

  it('shows what waits for an answer, and takes the answer', async () => {
    const bench = await benchFor(Approvals, recordOf({ approvals: [fact('a', asked)] }));
    expect(bench.text()).toContain('asked, no answer yet, up to €160');
    await bench.press('Answer');
    await bench.press('no');
    await bench.press('Enter it');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        item: 'End switch',
        answer: 'no',
        ceilingCents: 16000,
        by: 'Noor Halloran',
      }),
    );
  });

  it('takes a limit for small parts, which needs its amount', async () => {
    const bench = await benchFor(Approvals, recordOf());
    bench.page.querySelector<HTMLInputElement>('mat-checkbox input')!.click();
    await bench.press('yes');
    await bench.press('Enter it');
    expect(bench.text()).toContain('Up to which amount?');
    await bench.fill('The customer’s limit', '30');
    await bench.fill('Who answered?', 'Noor Halloran');
    await bench.press('Enter it');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({ item: 'fuses, bulbs and clips', smallParts: true, ceilingCents: 3000 }),
    );
  });
});
