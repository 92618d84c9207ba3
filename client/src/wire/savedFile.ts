/** Has the browser fetch what lies at an address and keep it as a file; by its own name where none is given. */
export function saveFrom(url: string, name = ''): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}

/** Gives a text to the browser to be kept as a file. */
export function saveFile(text: string, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  saveFrom(url, name);
  // The browser reads the address when the click has run its course.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
