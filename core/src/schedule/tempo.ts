import { doseSchema, type Dose, type Range, type SidePlan } from '../dose/dose.schema';
import { usualTempoMs, type OfWay } from '../move/way';

/**
 * A dose whose tempo goes along with the way: when the way gets longer or slower, each time takes longer by as much; a
 * way that had no usual time before gets it. The same dose where it has no tempo, or nothing changes.
 *
 * @example retimed(dose, toTheEar, toTheCollarbone, 'left_right').tempoMs.planned // 5900, after 3000
 */
export function retimed(dose: Dose, before: OfWay, after: OfWay, sidePlan: SidePlan): Dose {
  if (!('tempoMs' in dose)) return dose;
  const [was, is] = [usualTempoMs(before, sidePlan), usualTempoMs(after, sidePlan)];
  if (is === null || is === was) return dose;
  const times = is / (was ?? dose.tempoMs.planned);
  const ms = (value: number): number => Math.max(100, Math.round((value * times) / 100) * 100);
  const { low, planned, high } = dose.tempoMs;
  const tempoMs: Range = {
    low: Math.min(ms(low), ms(planned)),
    planned: ms(planned),
    high: Math.max(ms(high), ms(planned)),
  };
  const end = dose.endTempoMs === undefined ? {} : { endTempoMs: ms(dose.endTempoMs) };
  return doseSchema.safeParse({ ...dose, tempoMs, ...end }).data ?? dose;
}
