/** Calling aloud. A device without a voice is quiet, and nobody is told that it speaks. */

/** Whether the device has a voice; some have theirs a moment after the page is there. */
export function hasVoice(): boolean {
  return "speechSynthesis" in window && window.speechSynthesis.getVoices().length > 0;
}

/** Call something out, whatever is being called out still. */
export function call(words: string) {
  if (!hasVoice()) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

export function hush() {
  if ("speechSynthesis" in window) window.speechSynthesis.cancel();
}

/** Call back when the device's voices are there; returns how to stop it. */
export function onVoices(tell: () => void): () => void {
  if (!("speechSynthesis" in window)) return () => {};
  window.speechSynthesis.addEventListener("voiceschanged", tell);
  return () => window.speechSynthesis.removeEventListener("voiceschanged", tell);
}
