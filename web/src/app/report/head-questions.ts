/** What the head of a report says otherwise than the job does, as a technician is asked about it. */
import { type HeadQuestion, headQuestions as asked, type JobRecord } from '@dormant-beacon/core/record';
import type { Scan } from '@dormant-beacon/core/scans';
import { showDistance } from '@dormant-beacon/core/units';

export const headQuestions = (scan: Scan, job: JobRecord): readonly string[] =>
  asked(scan, job).map(sayQuestion);

function sayQuestion(question: HeadQuestion): string {
  switch (question.kind) {
    case 'vin':
      return `Is this the report of this car? It was printed for ${question.printed}; the job says ${question.job}.`;
    case 'odometer':
      return `The report says ${showDistance(question.printed, 'km')}, the job ${showDistance(question.job, 'km')}. Which is right?`;
    case 'date':
      return `It was printed on ${question.printed}, well before this job was opened. Is it of this visit?`;
  }
}
