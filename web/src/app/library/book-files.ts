/** Coding books as files on this device. */
import { type CodingBook, codingBookFile, codingBookFormat } from '@dormant-beacon/core/coding';
import { checkBook } from '@dormant-beacon/core/coding/memory';
import { check } from '@dormant-beacon/core/refusal';
import { downloadJson, readJsonFile } from '../file';

export function downloadBook(book: CodingBook): void {
  downloadJson(`${book.title || 'book'}.coding-book`, { format: codingBookFormat, version: 1, book });
}

/** @throws Error that says where the file is wrong */
export const readBookFile = (file: File): Promise<CodingBook> =>
  readJsonFile(file, 'coding book', (data) => {
    const { book } = check(codingBookFile, data);
    checkBook(book);
    return book;
  });
