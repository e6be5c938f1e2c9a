/** Gives whoever looks a table to keep. @param name - of the file; @param csv - what is in it. @see RFC 4180 */
export function saveTable(name: string, csv: string): void {
  saveFile(name, new Blob([csv], { type: 'text/csv' }));
}

/** Gives whoever looks a file to keep. */
export function saveFile(name: string, bytes: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(bytes);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
