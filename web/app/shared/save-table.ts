/** Gives whoever looks a table to keep. @param name - of the file; @param csv - what is in it. @see RFC 4180 */
export function saveTable(name: string, csv: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([csv], { type: 'text/csv' }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
