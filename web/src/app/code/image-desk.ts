/** Memory images on the page: fetched once, read, compared and merged in a worker. */
import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { CodingImageData, ImageForm, Layout, MergeFacts, Recipe } from '@dormant-beacon/core/coding';
import type { Comparison, Image } from '@dormant-beacon/core/coding/memory';
import { lastValueFrom, tap } from 'rxjs';
import type { ImageAnswer, ImageRequest, MergeAnswer } from '../../workers/image.worker';
import { Client } from '../api';
import { WorkerDesk } from '../worker';
import { CodeDesk } from './code-desk';

@Injectable()
export class ImageDesk {
  private readonly client = inject(Client);
  private readonly desk = inject(CodeDesk);
  private readonly worker = new WorkerDesk<ImageRequest, ImageAnswer>(
    () => new Worker(new URL('../../workers/image.worker', import.meta.url), { type: 'module' }),
  );
  private readonly known = new Map<string, Promise<Image>>();
  /** Share of what is being worked on; null while nothing is. */
  readonly share = signal<number | null>(null);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker.end());
  }

  /** The image of a fact, fetched and read once. @throws Error where it cannot be had */
  imageOf({ imageId, form }: Pick<CodingImageData, 'imageId' | 'form'>): Promise<Image> {
    const known = this.known.get(imageId);
    if (known) return known;
    const fetched = this.client
      .image(this.desk.record()!.id, imageId)
      .then((file) => this.read(file, form))
      .catch((error: unknown) => {
        this.known.delete(imageId);
        throw error;
      });
    this.known.set(imageId, fetched);
    return fetched;
  }

  /** @throws Error that says where the file is broken */
  read(file: Uint8Array, form: ImageForm): Promise<Image> {
    return this.ask({ do: 'read', file, form }) as Promise<Image>;
  }

  compare(first: Image, second: Image): Promise<Comparison> {
    return this.ask({ do: 'compare', first, second }) as Promise<Comparison>;
  }

  merge(asked: {
    layout: Layout;
    original: Image;
    donor: Image;
    recipe: Recipe;
    facts: MergeFacts;
    form: ImageForm;
  }): Promise<MergeAnswer> {
    return this.ask({ do: 'merge', ...asked }) as Promise<MergeAnswer>;
  }

  private async ask(request: ImageRequest): Promise<ImageAnswer> {
    this.share.set(0);
    try {
      const step = await lastValueFrom(
        this.worker.ask(request).pipe(tap((own) => 'share' in own && this.share.set(own.share))),
      );
      if (!('answer' in step)) throw new Error('The work ended without an answer.');
      return step.answer;
    } finally {
      this.share.set(null);
    }
  }
}

/** The SHA-256 of a file, where the page may work it out; elsewhere the server does. */
export async function digestOf(file: Uint8Array): Promise<string | null> {
  if (!('subtle' in crypto)) return null;
  const digest = await crypto.subtle.digest('SHA-256', new Uint8Array(file));
  return Array.from(new Uint8Array(digest), (byte) => byte.toString(16).padStart(2, '0')).join('');
}
