/** Browsers let a page sound and vibrate only once somebody has touched it. */
const touched = (): boolean => navigator.userActivation?.hasBeenActive ?? false;

let audio: AudioContext | undefined;

/** Two short tones and a shake, where the browser allows it. Never throws. */
export function playAlarm(): void {
  if (!touched()) return;
  try {
    audio ??= new AudioContext();
    void audio.resume().catch(() => undefined);
    for (const [i, hz] of [740, 988].entries()) {
      const at = audio.currentTime + 0.05 + i * 0.22;
      const tone = audio.createOscillator();
      const level = audio.createGain();
      tone.frequency.value = hz;
      level.gain.setValueAtTime(0.0001, at);
      level.gain.exponentialRampToValueAtTime(0.4, at + 0.02);
      level.gain.exponentialRampToValueAtTime(0.0001, at + 0.2);
      tone.connect(level).connect(audio.destination);
      tone.start(at);
      tone.stop(at + 0.22);
    }
    navigator.vibrate?.([180, 80, 180]);
  } catch {
    // A device without sound still shows the alarm on the page.
  }
}

export type NotificationAccess = 'granted' | 'denied' | 'default' | 'none';

/** Whether this browser may show notices outside of the page. */
export const notificationAccess = (): NotificationAccess =>
  typeof Notification === 'undefined' ? 'none' : Notification.permission;

export async function requestNotifications(): Promise<NotificationAccess> {
  try {
    return typeof Notification === 'undefined' ? 'none' : await Notification.requestPermission();
  } catch {
    return 'none';
  }
}

/** Shows a notice outside of the page, where that is allowed. @param tag the same tag is shown once */
export function showNotification(title: string, body: string, tag: string): void {
  if (notificationAccess() !== 'granted') return;
  try {
    new Notification(title, { body, tag });
  } catch {
    // Some phones allow notices only from a worker: the page's own alarm then has to do.
  }
}
