/** Data as a file on this device. @param name without the ending */
export function downloadJson(name: string, data: unknown): void {
  const address = URL.createObjectURL(
    new Blob([JSON.stringify(data, null, 2)], { type: 'application/json' }),
  );
  const link = document.createElement('a');
  link.href = address;
  link.download = `${name.toLowerCase().replace(/[^a-z0-9.]+/g, '-')}.json`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 1000);
}
