/** Coding books that the shop keeps: what each unit of a model carries, and how it is coded. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { newId } from '../api';
import { LibraryDesk } from '../knowledge';
import { downloadBook, readBookFile } from './book-files';
import { type VersionItem, VersionList } from './version-list';

@Component({
  selector: 'db-book-list',
  imports: [VersionList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-version-list
      heading="Coding books"
      noun="Book"
      path="/library/coding-books"
      begin="A new book"
      none="Nothing yet. Begin one: an example stands in it that can be changed."
      [items]="books()"
      [problem]="problem()"
      (give)="give($event)"
      (take)="take($event)"
      >What a unit carries and has to be saved, written, taught or declared; the layout of its memory, its
      options, its procedures. A version once kept stays.</db-version-list
    >
  `,
})
export class BookList {
  private readonly library = inject(LibraryDesk);
  protected readonly books = signal<readonly VersionItem[]>([]);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    void this.load();
  }

  protected give(bookId: string): Promise<void> {
    return this.done(this.library.codingBook(bookId).then(({ book }) => downloadBook(book)));
  }

  protected take(file: File): Promise<void> {
    return this.done(this.import(file));
  }

  private async import(file: File): Promise<void> {
    const book = await readBookFile(file);
    await this.library.keepCodingBook({
      bookId: newId(),
      basedOn: 0,
      book,
      note: `from ${file.name}`.slice(0, 200),
    });
    await this.load();
  }

  private load(): Promise<void> {
    return this.done(
      this.library
        .codingBooks(null, null)
        .then((books) => this.books.set(books.map(({ bookId, ...book }) => ({ id: bookId, ...book })))),
    );
  }

  private async done(sent: Promise<void>): Promise<void> {
    this.problem.set(null);
    try {
      await sent;
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
