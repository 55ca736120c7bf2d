/** Prints what carries the class `print-part`, and nothing of the page around it. */
export function printPart(): void {
  const root = document.documentElement;
  root.dataset['print'] = 'part';
  window.print();
  delete root.dataset['print'];
}
