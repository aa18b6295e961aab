const TYPES = { csv: 'text/csv', ics: 'text/calendar', json: 'application/json', md: 'text/markdown' } as const;

/** Hands a text to the browser as a file; its name is made from a title. */
export function saveFile(title: string, kind: keyof typeof TYPES, text: string): void {
  saveAs(`${fileName(title)}.${kind}`, TYPES[kind], text);
}

/** Hands something to the browser as a file of this very name. */
export function saveAs(name: string, type: string, content: string | Uint8Array<ArrayBuffer>): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

export function fileName(title: string): string {
  return title.replace(/[^\p{L}\d]+/gu, '-').replace(/^-+|-+$/g, '') || 'lesson';
}
