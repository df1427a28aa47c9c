// What a phone keeps belongs to the link it was kept under: under another, or none, it is emptied.
import { sendWaiting } from './guide/log.js';

const PLACE = 'oatpath:phone';

/** The phone's leave as this page knows it; empty where it has none, undefined on a page that is no phone's. */
export const { phone } = document.body.dataset;

const forgetAll = async () => {
  for (const key of Object.keys(localStorage).filter((each) => each.startsWith('oatpath'))) localStorage.removeItem(key);
  sessionStorage.clear();
  if ('caches' in window) for (const name of await caches.keys()) if (name.startsWith('oatpath')) await caches.delete(name);
};

try {
  const before = localStorage.getItem(PLACE);
  if (phone !== undefined && phone !== (before ?? '')) {
    // What happened before it was shut out still goes to the studio, once.
    if (phone === '') await sendWaiting(before);
    await forgetAll();
    if (phone !== '') localStorage.setItem(PLACE, phone);
  }
} catch {
  /* a phone that keeps nothing has nothing to forget */
}
