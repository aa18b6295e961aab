const TYPES = { csv: 'text/csv', ics: 'text/calendar', json: 'application/json', md: 'text/markdown' } as const;

/** Hands a text to the browser as a file; its name is made from a title. */
export function saveFile(title: string, kind: keyof typeof TYPES, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: TYPES[kind] }));
  const link = document.createElement('a');
  link.href = url;
  link.download = `${fileName(title)}.${kind}`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

export function fileName(title: string): string {
  return title.replace(/[^\p{L}\d]+/gu, '-').replace(/^-+|-+$/g, '') || 'lesson';
}
