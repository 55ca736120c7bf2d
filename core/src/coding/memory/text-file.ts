/** A text file that grows by characters and hexadecimal bytes: strings of 45 MB would be built twice. */
const digits = new TextEncoder().encode('0123456789abcdef');
const capitals = new TextEncoder().encode('0123456789ABCDEF');

export class TextFile {
  private held = new Uint8Array(4096);
  private length = 0;
  private readonly digits: Uint8Array;

  constructor(letters: 'lower' | 'upper' = 'lower') {
    this.digits = letters === 'upper' ? capitals : digits;
  }

  character(code: number): void {
    if (this.length === this.held.length) {
      const larger = new Uint8Array(this.held.length * 2);
      larger.set(this.held);
      this.held = larger;
    }
    this.held[this.length++] = code;
  }

  byte(value: number): void {
    this.character(this.digits[value >> 4]!);
    this.character(this.digits[value & 15]!);
  }

  text(characters: string): void {
    for (let n = 0; n < characters.length; n++) this.character(characters.charCodeAt(n));
  }

  bytes(): Uint8Array {
    return this.held.slice(0, this.length);
  }
}
