/** Coding books that the shop keeps: what each unit of a model carries, and how it is coded. */
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { newId } from '../api';
import { LibraryDesk } from '../knowledge';
import { downloadBook, readBookFile } from './book-files';
import { VersionList, type VersionSource } from './version-list';

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
      [source]="source"
      >What a unit carries and has to be saved, written, taught or declared; the layout of its memory, its
      options, its procedures. A version once kept stays.</db-version-list
    >
  `,
})
export class BookList {
  private readonly library = inject(LibraryDesk);
  protected readonly source: VersionSource = {
    list: async () =>
      (await this.library.codingBooks(null, null)).map(({ bookId, ...row }) => ({ id: bookId, ...row })),
    give: async (bookId) => downloadBook((await this.library.codingBook(bookId)).book),
    take: async (file) => {
      const book = await readBookFile(file);
      const note = `from ${file.name}`.slice(0, 200);
      await this.library.keepCodingBook({ bookId: newId(), basedOn: 0, book, note });
    },
  };
}
