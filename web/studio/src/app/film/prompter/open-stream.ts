import type { Option } from '../../shell/choice';
import type { PrompterChoices } from './prompter-choices';

/** What gives picture and sound, and what lets go of it. */
export interface Opened {
  readonly stream: MediaStream;
  readonly close: () => void;
}

/** A film that plays as if it were a camera, for trying out: what stands before its medium's id. */
const PLAYED = 'film:';
export const playedAs = (mediaId: string): string => PLAYED + mediaId;

/**
 * Opens the camera and the microphone that were chosen.
 *
 * @throws Error in words when one of them cannot be had.
 */
export async function openStream({
  records,
  cameraId,
  microphoneId,
}: Pick<PrompterChoices, 'records' | 'cameraId' | 'microphoneId'>): Promise<Opened> {
  if (records === 'camera' && cameraId.startsWith(PLAYED)) return played(cameraId.slice(PLAYED.length));
  if (!navigator.mediaDevices?.getUserMedia)
    throw new Error(
      $localize`This browser gives no camera here: it asks for an address that begins with https, or for this very machine.`,
    );
  // What the room sounds like, as it is: the loudness of a voice is told, not mended.
  const audio = {
    ...(microphoneId ? { deviceId: microphoneId } : {}),
    ...{ echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  };
  const video = {
    ...(cameraId ? { deviceId: cameraId } : {}),
    ...{ width: { ideal: 1920 }, height: { ideal: 1080 }, frameRate: { ideal: 30 } },
  };
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ audio, video: records === 'camera' ? video : false });
    return { stream, close: () => stop(stream) };
  } catch (error) {
    throw new Error(wordsOf(error, records));
  }
}

/** Plays a film over and over, unheard, as what a camera and a microphone give. */
async function played(mediaId: string): Promise<Opened> {
  const film = document.createElement('video') as HTMLVideoElement & { captureStream?: () => MediaStream };
  Object.assign(film, { src: `/api/media/${mediaId}/proxy.mp4`, loop: true, muted: true });
  try {
    await film.play();
    const stream = film.captureStream!();
    const close = (): void => {
      stop(stream);
      film.pause();
      film.removeAttribute('src');
      film.load();
    };
    return { stream, close };
  } catch {
    throw new Error($localize`This browser cannot play a film as a camera. Choose another camera.`);
  }
}

function stop(stream: MediaStream): void {
  for (const track of stream.getTracks()) track.stop();
}

function wordsOf(error: unknown, records: PrompterChoices['records']): string {
  const name = error instanceof DOMException ? error.name : '';
  const alone = records === 'room';
  if (name === 'NotAllowedError')
    return alone
      ? $localize`The browser was not allowed to use the microphone. Allow it beside the address, then begin again.`
      : $localize`The browser was not allowed to use the camera or the microphone. Allow it beside the address, then begin again.`;
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return alone
      ? $localize`There is no microphone here. The film finds the log by the sound of the room: plug one in, a headset will do. Until then you can rehearse.`
      : $localize`There is no such camera or microphone. Plug it in, or choose another one.`;
  if (name === 'NotReadableError')
    return $localize`Another program has the camera or the microphone. Close it there, then begin again.`;
  return $localize`The camera or the microphone could not be opened. Plug it in again, then begin again.`;
}

/** What is written for each second of picture and sound, of sound alone, bytes. */
const BYTES_A_SECOND = { camera: 650_000, room: 17_000 };
/** Less than this is not worth beginning, s. */
const LEAST_S = 60;

/**
 * How long a recording may be before the storage of this browser is full, s; null where nobody knows.
 *
 * @throws Error in words when it is hardly worth beginning.
 */
export async function roomFor(records: 'camera' | 'room'): Promise<number | null> {
  const { quota, usage } = (await navigator.storage?.estimate?.().catch(() => null)) ?? {};
  if (quota === undefined || usage === undefined) return null;
  const seconds = (quota - usage) / BYTES_A_SECOND[records];
  if (seconds < LEAST_S)
    throw new Error(
      $localize`The storage of this browser is nearly full: less than a minute would fit. Send or throw away older recordings, or make room on the disk, then begin again.`,
    );
  return seconds;
}

/** The cameras and microphones of this machine; without names until the browser was allowed to use one. */
export async function devices(): Promise<{ cameras: Option<string>[]; microphones: Option<string>[] }> {
  const all = (await navigator.mediaDevices?.enumerateDevices().catch(() => [])) ?? [];
  const named = (kind: MediaDeviceKind): Option<string>[] =>
    all
      .filter((one) => one.kind === kind && one.deviceId !== '' && one.label !== '')
      .map(({ deviceId, label }) => ({ value: deviceId, label }));
  return { cameras: named('videoinput'), microphones: named('audioinput') };
}
