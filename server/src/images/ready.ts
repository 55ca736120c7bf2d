/** What is looked at before an image is entered: its file is whole and can be read; a merged one is merged here. */
import type { CodingImageData, Layout } from '@dormant-beacon/core/coding';
import { type JobRecord, standingFor } from '@dormant-beacon/core/record';
import { HttpProblem, invalid } from '../http/problem.js';
import type { Services } from '../services.js';
import type { ImageFile } from '../work/tasks.js';
import { digestOf, fileOf } from './store.js';

/**
 * @throws HttpProblem 422 where the file is not whole, or the merge is refused or gives another file than was announced
 * @throws Refusal where the file cannot be read in its form
 * @returns the SHA-256 of the file, and the file itself where it was made here and is not kept yet
 */
export async function readyImage(
  { pools, workers }: Services,
  record: JobRecord,
  image: CodingImageData,
): Promise<{ readonly sha256: string; readonly made: Uint8Array | null }> {
  if (image.role !== 'merged') {
    const file = await fileOf(pools.write, record.id, image, 'data.imageId');
    await workers.run('soundImage', { file, form: image.form });
    return { sha256: digestOf(file), made: null };
  }
  if (image.merge == null) throw invalid('data.merge', 'say from what it was merged');
  const { original, donor, recipe, ...facts } = image.merge;
  const layout = layoutOf(record, image.codingId);
  for (const { name, role } of layout.fields)
    if (role === 'pairing' && typeof recipe[name] === 'object')
      throw invalid(
        `data.merge.recipe.${name}`,
        'keys are never typed: they come from a unit, or stay there',
      );
  const read = async (imageId: string, path: string): Promise<ImageFile> => {
    const fact = record.codingImages.find((own) => own.imageId === imageId);
    if (!fact) throw invalid(path, 'no such image in this job');
    return { file: await fileOf(pools.write, record.id, fact, path), form: fact.form };
  };
  const { file, refusals } = await workers.run('mergeImages', {
    layout,
    original: await read(original, 'data.merge.original'),
    donor: await read(donor, 'data.merge.donor'),
    recipe,
    facts,
    form: image.form,
  });
  if (!file)
    throw new HttpProblem(422, 'Merge refused', `${refusals[0]!.path}: ${refusals[0]!.reason}`, {
      path: 'data.merge',
      current: refusals,
    });
  const sha256 = digestOf(file);
  if (file.length !== image.bytes || (image.sha256 != null && sha256 !== image.sha256))
    throw invalid('data.sha256', 'the server merges these images into another file: load them anew');
  return { sha256, made: file };
}

function layoutOf(record: JobRecord, codingId: string): Layout {
  const layout = standingFor(record.codingPlans, codingId)?.book?.layout;
  if (!layout) throw invalid('data.codingId', 'the book of this unit has no layout');
  return layout;
}
