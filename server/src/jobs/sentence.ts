import '@limber/core/words/localize';
import { NoRoom } from '../media/room';
import { ToolTrouble } from '../media/tool';

/** Whether what went wrong says nothing about the file and may be gone the next time. */
export function mayPass(error: unknown): boolean {
  if (error instanceof NoRoom) return true;
  if (error instanceof ToolTrouble) return error.why !== 'failed';
  return noSpace(error) || noDatabase(error);
}

/** What went wrong with media work, and what can be done about it. */
export function mediaSentence(error: unknown, what: string): string {
  if (error instanceof NoRoom) return error.message;
  if (noSpace(error) || (error instanceof ToolTrouble && error.why === 'no-space'))
    return $localize`${what}\: the disk of the studio is full. Make room there, then try again.`;
  if (!(error instanceof ToolTrouble))
    return $localize`${what}\: something went wrong in the studio itself. Try again.`;
  switch (error.why) {
    case 'missing':
      return $localize`${what}\: the program ${error.tool} is not there. Install it on the machine of the studio from Debian’s packages, then try again.`;
    case 'killed':
      return $localize`${what}\: ${error.tool} was ended from outside, perhaps for want of memory. Try again.`;
    case 'slow':
      return $localize`${what}\: ${error.tool} took too long. Try again when the machine has less to do.`;
    default:
      return $localize`${what}\: ${error.tool} says “${firstLine(error.said)}”. Try again; if it stays, export the film anew and bring that in.`;
  }
}

export function noSpace(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code;
  // ENOSPC and EDQUOT of the file system; 53100 is PostgreSQL's disk_full.
  return code === 'ENOSPC' || code === 'EDQUOT' || code === '53100';
}

/** The database cannot be reached, or is starting or ending (PostgreSQL's classes 08 and 57P). */
export function noDatabase(error: unknown): boolean {
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
  if (typeof code === 'string' && /^(?:ECONNREFUSED|ECONNRESET|EPIPE|08...|57P0\d)$/.test(code)) return true;
  return (
    typeof message === 'string' && /Connection terminated|connection timeout|Client has encountered/i.test(message)
  );
}

function firstLine(said: string): string {
  const line = said.split('\n').find((one) => one.trim() !== '') ?? 'nothing';
  // What a tool says may name files of this machine: they are nobody's business.
  return line
    .replace(/(?:\/[^\s:]+)+\/([^\s:/]+)/g, '$1')
    .trim()
    .slice(0, 200);
}
