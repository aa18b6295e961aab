declare global {
  /**
   * The tag of every sentence that stands on a screen. Where a page is built, each is looked up in the words of its
   * language (web/words/, one file a language); everywhere else it says what is written. A part after a value that
   * begins with a colon is written `\:`, since a colon opens a note to translators there.
   *
   * @example $localize`${count} of ${all} marked` // '3 of 12 marked'
   */
  var $localize: (parts: TemplateStringsArray, ...values: readonly unknown[]) => string;
}

globalThis.$localize ??= (parts, ...values) =>
  parts.reduce((said, part, at) => `${said}${String(values[at - 1])}${part}`);

export {};
