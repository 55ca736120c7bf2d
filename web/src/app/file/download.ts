/** A file for the device, made here. */
export function downloadBytes(name: string, bytes: Uint8Array, type = 'application/octet-stream'): void {
  const address = URL.createObjectURL(new Blob([new Uint8Array(bytes)], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 1000);
}
