// Sound, vibration, reading aloud, and keeping the screen on.
let audio = null;
let lock = null;

/** Sound may only begin with a press. */
export function awaken() {
  try {
    audio ??= new AudioContext();
    if (audio.state === 'suspended') audio.resume();
  } catch {
    audio = null;
  }
  stayOn();
}

export async function stayOn() {
  try {
    if (!lock || lock.released) lock = await navigator.wakeLock?.request('screen');
  } catch {
    lock = null;
  }
}

function beep(count, pitch) {
  if (!audio) return;
  for (let i = 0; i < count; i += 1) {
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    const at = audio.currentTime + i * 0.28;
    tone.frequency.value = pitch;
    loud.gain.setValueAtTime(0.0001, at);
    loud.gain.exponentialRampToValueAtTime(0.5, at + 0.02);
    loud.gain.exponentialRampToValueAtTime(0.0001, at + 0.22);
    tone.connect(loud).connect(audio.destination);
    tone.start(at);
    tone.stop(at + 0.24);
  }
}

/** A nudge to look, a cue to act, or an alarm. */
export function call(kind) {
  const [count, pitch, shake] = { look: [1, 660, [80]], cue: [3, 880, [200, 100, 200]], alarm: [5, 1180, [400, 120, 400, 120, 400]] }[kind];
  beep(count, pitch);
  navigator.vibrate?.(shake);
}

let aloud = false;
export const reading = () => aloud;
export const canRead = () => 'speechSynthesis' in window;
export function readAloud(on) {
  aloud = on && canRead();
  if (!aloud) window.speechSynthesis?.cancel();
}
export function say(text) {
  if (!aloud) return;
  speechSynthesis.cancel();
  speechSynthesis.speak(Object.assign(new SpeechSynthesisUtterance(text), { lang: document.documentElement.lang, rate: 0.95 }));
}
