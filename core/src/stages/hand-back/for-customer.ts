/** For the customer: what it was, what was done, what is proven and how surely, what to watch, until when. */
import { originOf, standing } from '../../record/index.js';
import { stateWords } from '../../names/index.js';
import { percent } from '../../units/index.js';
import { quoteOf } from '../routes/index.js';
import type { Block, DocumentSource } from './content.js';
import { writer } from './head.js';

const answers = { asked: 'asked, not answered', yes: 'agreed', no: 'declined' } as const;

export function forCustomer(source: DocumentSource): Block[] {
  const { record, assessment } = source;
  const { moment, money } = writer(source);
  const blocks: Block[] = [];
  if (record.head.customerWords)
    blocks.push({ kind: 'lines', title: 'What you told us', lines: [`“${record.head.customerWords}”`] });
  const repairs = standing(record.repairs).filter(({ cured }) => cured);
  if (repairs.length > 0)
    blocks.push({
      kind: 'lines',
      title: 'What it was, and what was done',
      lines: repairs.map(
        ({ label, part, observedAt }) => `${label}${part ? `, part ${part}` : ''} (${moment(observedAt)}).`,
      ),
    });
  blocks.push({
    kind: 'table',
    title: 'What is proven, and how surely',
    columns: ['Warning or complaint', 'Now', 'Sure', 'Until then'],
    rows: assessment.lenses.map(({ beaconId, name, state }) => {
      const proof = assessment.proofs.find((own) => own.beaconId === beaconId);
      const watch =
        proof && !proof.dormant && !proof.returned
          ? `tell us if it shows again; we look again on ${moment(proof.lookAgainAt)}`
          : '';
      return [
        name,
        stateWords[state],
        proof && !proof.returned ? percent(proof.watch.probability) : '–',
        watch,
      ];
    }),
  });
  const watched = watchWords(source);
  if (watched.length > 0) blocks.push({ kind: 'lines', title: 'What to watch', lines: watched });
  const agreed = agreedRows(source);
  if (agreed.length > 0)
    blocks.push({
      kind: 'table',
      title: 'What was agreed, and what it comes to',
      columns: ['Work', 'Answer', 'Up to', 'Comes to', 'By'],
      rows: agreed,
    });
  const quote = quoteOf(record, assessment.units, source.policy);
  if (quote.items.length > 0 && agreed.length > 0)
    blocks.push({
      kind: 'lines',
      title: 'Together',
      lines: [`${money(quote.cents)} for the units above, without tax; the invoice is the shop’s own.`],
    });
  return blocks;
}

/** In which conditions the customer sees whether it holds. */
function watchWords({ record, assessment }: DocumentSource): string[] {
  return assessment.proofs.flatMap(({ beaconId, dormant, returned }) => {
    const beacon = standing(record.beacons).find((own) => originOf(record.beacons, own) === beaconId);
    if (!beacon || dormant || returned) return [];
    const when =
      beacon.conditions.length === 0
        ? 'at every start'
        : `in these conditions: ${beacon.conditions.join(', ')}`;
    return [`“${beacon.name}”: look at it ${when}. Each start in which it stays dark makes us surer.`];
  });
}

function agreedRows(source: DocumentSource): string[][] {
  const { record, assessment, policy } = source;
  const { moment, money } = writer(source);
  const items = new Map(
    quoteOf(record, assessment.units, policy).items.map((item) => [item.unit.toLowerCase(), item.cents]),
  );
  const last = new Map(standing(record.approvals).map((approval) => [approval.item.toLowerCase(), approval]));
  return [...last.values()].map(({ item, answer, ceilingCents, by, observedAt }) => {
    const comes = items.get(item.toLowerCase());
    const over = comes !== undefined && ceilingCents != null && comes > ceilingCents;
    return [
      item,
      answers[answer],
      ceilingCents == null ? '–' : money(ceilingCents),
      comes === undefined ? '–' : `${money(comes)}${over ? ', more than agreed' : ''}`,
      `${by}, ${moment(observedAt)}`,
    ];
  });
}
