/** A text as it stands in HTML, in an attribute too. @example htmlText('Calm <hands>') // 'Calm &#60;hands&#62;' */
export function htmlText(text: string): string {
  return text.replace(/[&<>"']/g, (one) => `&#${one.charCodeAt(0)};`);
}
