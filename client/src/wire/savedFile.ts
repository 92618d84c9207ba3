/** Gives a text to the browser to be kept as a file. */
export function saveFile(text: string, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser reads the address when the click has run its course.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
