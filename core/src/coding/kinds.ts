/** Words that schemas and calculations of memory images share. */
export const checksumKinds = ['sum8', 'sum16', 'xor8', 'crc8', 'crc16-ccitt-false', 'crc32'] as const;
export type ChecksumKind = (typeof checksumKinds)[number];

export const imageForms = ['ihex', 'srec', 'bin', 'hextext'] as const;
export type ImageForm = (typeof imageForms)[number];

/** Of what an image was read with: the link of a simulated car, which holds those bytes from then on. */
export const linkReader = 'link of the simulated car';
