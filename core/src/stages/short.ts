/**
 * The short job: a lamp, fuse, socket or plain latch, from plate to signature without a reader. It is short by what
 * the record says, and widens by itself, keeping every entry, as soon as the record says more.
 */
import { guardOf } from '../restraints/index.js';
import { isRestraint, type JobRecord, standing } from '../record/index.js';

/** What a car of any make has that is looked at, swapped and tried. Words of the four languages. */
const plain =
  /\b(?:(?:head)?lamps?|bulbs?|(?:head)?lights?|indicators?|blinkers?|flashers?|fuses?|sockets?|latch(?:es)?|hatch|flap|lampen?|birnen?|licht\w*|\w*leuchten?|sicherung\w*|steckdosen?|schloss|ampoules?|feux?|phares?|clignotants?|fusibles?|prises?|serrures?|l[áa]mparas?|bombillas?|luz|luces|faros?|intermitentes?|enchufes?|cerraduras?)\b/iu;
/** A lamp that tells of something else, or that burns when it should not: a warning, whatever it is entered as. */
const warning =
  /\b(?:warn\w*|check|engine|motor\w*|abs|esp|esc|traction|stability|oil|coolant|charg\w*|battery|brak\w* (?:pad|fluid|system)\w*|tyre|tire|pressure|message|(?:is|are|comes?|came|stays?|goes?|went|lights?) (?:on|up)|lit|stuck on|kontroll\w*|meldung|leuchtet\w*|lade\w*|voyants?|t[ée]moins?|alerte|moteur|allum[ée]\w*|charge|testigos?|aviso\w*|encendid\w*|carga\w*)\b/iu;
/** Heat has been where none belongs: the holder is not the cause alone. */
const burnt =
  /\b(?:melt\w*|burn[st]?|burning|brown\w*|scorch\w*|charred|smok\w*|geschmolzen|verschmort|verbrannt|fondu\w*|br[ûu]l\w*|derretid\w*|quemad\w*)\b/iu;

/**
 * Whether the record is that of a short job: one complaint about a lamp, fuse, socket or plain latch after wear; no
 * warning, code, trace, open circuit, heat or guard beside it.
 * @example isShortJob({ ...record, beacons: [complaint('Left tail lamp out')] }) // true
 */
export function isShortJob(record: JobRecord): boolean {
  const before = known.get(record);
  if (before !== undefined) return before;
  const says = judged(record);
  known.set(record, says);
  return says;
}
const known = new WeakMap<JobRecord, boolean>();

function judged(record: JobRecord): boolean {
  const beacons = standing(record.beacons);
  const [complaint, ...others] = beacons;
  if (!complaint || others.length > 0 || complaint.kind !== 'complaint') return false;
  if (record.head.event !== 'wear' || !plain.test(complaint.name)) return false;
  if (isRestraint(complaint)) return false;
  const beside = [
    record.scans,
    record.traces,
    record.clearings,
    record.waivers,
    record.safeties,
    record.temporaries,
    record.sheets,
    record.basics,
    record.inventories,
  ];
  if (beside.some((list) => standing(list as JobRecord['notes']).length > 0)) return false;
  if (standing(record.exposures).some(({ shown }) => shown)) return false;
  const repairs = standing(record.repairs);
  const told = [complaint.name, record.head.customerWords, record.head.eventNote];
  const written = [
    ...told,
    ...repairs.flatMap(({ label, rootNote }) => [label, rootNote]),
    ...standing(record.notes).map(({ text }) => text),
  ];
  return (
    !written.some((text) => text != null && burnt.test(text)) &&
    !told.some(
      (text) => text != null && (warning.test(text) || guardOf({ complaint: text }).guard !== 'none'),
    ) &&
    !repairs.some(({ label, part }) => guardOf({ work: label, part: part ?? null }).guard !== 'none')
  );
}
