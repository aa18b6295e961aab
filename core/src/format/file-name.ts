/**
 * A title as the name of a file that every system takes: letters without accents, figures and dashes.
 *
 * @example fileName('Épaule & neck') // 'epaule-neck'
 */
export function fileName(title: string): string {
  return (
    title
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .replace(/[^\w]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'lesson'
  );
}
