/** A coding book of the library: typed in lines, checked as it is typed, its sheet beside it, kept as a new version. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { KeepCodingBook, KeptCodingBook } from '@dormant-beacon/contract';
import { type CodingBook, sheetOf } from '@dormant-beacon/core/coding';
import {
  readCarries,
  readLayoutChecksums,
  readLayoutFields,
  readProcedures,
  readRules,
  readTrimLine,
  writeCarries,
  writeLayoutChecksums,
  writeLayoutFields,
  writeProcedures,
  writeRules,
  writeTrimLine,
} from '@dormant-beacon/core/coding/edit';
import { bodyBook } from '@dormant-beacon/core/coding/example';
import { checkBook } from '@dormant-beacon/core/coding/memory';
import { isRefusal } from '@dormant-beacon/core/refusal';
import type { Sent } from '../api';
import { Entry, entryForm, type Field, fieldFrom, TextField, trouble, type Trouble } from '../entry';
import { PageHead } from '../frame';
import { LibraryDesk } from '../knowledge';
import { More } from '../more';
import { downloadBook } from './book-files';
import { EditHistory } from './edit-history';
import { VersionEditor } from './version-editor';

const emptyBook: CodingBook = { title: '', make: '', unit: '', carries: [] };

const listed = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');

@Component({
  selector: 'db-book-editor',
  imports: [Entry, MatButtonModule, More, PageHead, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './book-editor.html',
  styleUrl: './circuit-editor.scss',
})
export class BookEditor extends VersionEditor<CodingBook, CodingBook, KeptCodingBook> {
  /** Of the address: the book's id, or `new`. */
  readonly bookId = input.required<string>();
  private readonly library = inject(LibraryDesk);
  private readonly router = inject(Router);
  protected readonly history = new EditHistory<CodingBook, CodingBook>((_, next) => next, emptyBook);
  private readonly book = this.history.now;
  protected readonly make = fieldFrom(() => this.book().make);
  protected readonly model = fieldFrom(() => this.book().model ?? '');
  protected readonly unit = fieldFrom(() => this.book().unit);
  protected readonly carries = fieldFrom(() => writeCarries(this.book().carries));
  protected readonly stores = fieldFrom(() => (this.book().odometerStores ?? []).join(', '));
  protected readonly fields = fieldFrom(() => writeLayoutFields(this.book().layout?.fields ?? []));
  protected readonly sums = fieldFrom(() => writeLayoutChecksums(this.book().layout?.checksums ?? []));
  protected readonly rules = fieldFrom(() => writeRules(this.book().options?.rules ?? []));
  protected readonly coding = fieldFrom(() => this.book().options?.field ?? '');
  protected readonly trim = fieldFrom(() => writeTrimLine(this.book().trim));
  protected readonly procedures = fieldFrom(() => writeProcedures(this.book().procedures ?? []));
  protected readonly form = entryForm<KeepCodingBook>(
    {
      unkept: this.unkept,
      basedOn: this.basedOn,
      title: this.title,
      note: this.note,
      make: this.make,
      model: this.model,
      unit: this.unit,
      carries: this.carries,
      stores: this.stores,
      fields: this.fields,
      sums: this.sums,
      rules: this.rules,
      coding: this.coding,
      trim: this.trim,
      procedures: this.procedures,
    },
    {
      draft: () => `coding book ${this.bookId()}`,
      read: () => this.read(),
      enter: (book) => this.keep(book),
      keeps: true,
    },
  );
  /** What is typed, as a book, or what is wrong with it and where. */
  protected readonly typed = computed((): CodingBook | Trouble => {
    const part = <T>(own: Field<string>, read: (text: string) => T): T => {
      try {
        return read(own());
      } catch (error) {
        if (!isRefusal(error)) throw error;
        // Told by the field that it stands in.
        throw trouble(own, error.message);
      }
    };
    try {
      const fields = part(this.fields, readLayoutFields);
      const checksums = part(this.sums, readLayoutChecksums);
      const rules = part(this.rules, readRules);
      const trim = part(this.trim, readTrimLine);
      const procedures = part(this.procedures, readProcedures);
      const book: CodingBook = {
        title: this.title().trim(),
        make: this.make().trim(),
        model: this.model().trim() || null,
        unit: this.unit().trim(),
        carries: part(this.carries, readCarries),
        odometerStores: listed(this.stores()),
        layout: fields.length === 0 ? null : { fields, checksums },
        options: rules.length === 0 ? null : { rules, field: this.coding().trim() || null },
        trim,
        procedures,
      };
      checkBook(book);
      return book;
    } catch (error) {
      if (isRefusal(error)) return trouble(null, error.message);
      return error as Trouble;
    }
  });
  protected readonly flaw = computed(() => {
    const typed = this.typed();
    return 'says' in typed ? typed.says : null;
  });
  /** The sheet that it makes, whatever the route. */
  protected readonly sheet = computed(() => {
    const typed = this.typed();
    return 'says' in typed ? [] : sheetOf(typed, null).parts;
  });
  protected readonly heads = {
    save: 'Save first',
    ready: 'Before anything is written',
    write: 'Write',
    teach: 'Teach',
    declare: 'Declare',
  } as const;

  constructor() {
    super();
    effect(() => {
      const bookId = this.bookId();
      if (this.form.draft.looked()) untracked(() => void this.open(bookId));
    });
  }

  private open(bookId: string): Promise<void> {
    return this.opened(
      async () => (bookId === 'new' ? null : await this.library.codingBook(bookId)),
      (kept) => kept?.book ?? emptyBook,
      (kept) => this.title.set(kept?.title ?? ''),
    );
  }

  protected openKept(): Promise<void> {
    return this.open(this.bookId());
  }

  /** What was typed in a part becomes a step that can be undone, once it can be read. */
  protected taken(): void {
    const typed = this.typed();
    if ('says' in typed || JSON.stringify(typed) === JSON.stringify(this.book())) return;
    this.history.apply(typed);
    this.saved.set(null);
  }

  /** An example to begin with: a body module of no real car. */
  protected example(): void {
    this.title.set(bodyBook.title);
    this.history.replace(bodyBook);
  }

  protected download(): void {
    const typed = this.typed();
    if ('says' in typed) return this.form.say(typed.says);
    downloadBook(typed);
  }

  private read(): KeepCodingBook | Trouble {
    if (!this.title().trim()) return trouble(this.title, 'Give it a title.');
    if (!this.make().trim()) return trouble(this.make, 'Say for which make it is.');
    if (!this.unit().trim()) return trouble(this.unit, 'Say which unit it is about.');
    const typed = this.typed();
    if ('says' in typed) return typed;
    if (typed.carries.length === 0 && (typed.procedures ?? []).length === 0)
      return trouble(this.carries, 'Say what the unit carries, or how it is taught.');
    return {
      bookId: this.kept()?.bookId ?? this.freshId,
      basedOn: this.theirs() ?? this.basedOn(),
      book: typed,
      note: this.note().trim() || null,
    };
  }

  private keep(body: KeepCodingBook): Promise<Sent<unknown>> {
    return this.keeping(
      () => this.library.keepCodingBook(body),
      'Cars that are being coded stay with theirs.',
      () =>
        this.bookId() === 'new'
          ? this.router.navigate(['/library/coding-books', body.bookId])
          : this.open(body.bookId),
    );
  }

  protected async withdraw(): Promise<void> {
    const kept = this.kept();
    if (!kept) return;
    const { bookId, latest, book } = kept;
    const note = this.note().trim() || null;
    await this.withdrawing(() =>
      this.library.keepCodingBook({ bookId, basedOn: latest, book, note, withdrawn: true }),
    );
  }
}
