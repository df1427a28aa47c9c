// The Strip by keyboard, focus, hover and tap: the day under it answers why, beside it, without leaving the page.
const why = () => document.querySelector('#why');
const days = () => [...document.querySelectorAll('.strip-box .strip a')].filter((day) => !day.closest('.what-if'));
let shown = null;
let soon = 0;

const show = (day) => {
  if (!day || day === shown || !why()) return;
  shown = day;
  const address = day.getAttribute('href').split('#')[0];
  days().forEach((other) => other.removeAttribute('aria-current'));
  day.setAttribute('aria-current', 'date');
  window.htmx
    .ajax('GET', address, { target: '#why', select: '#why', swap: 'outerHTML' })
    .then(() => history.replaceState(history.state, '', address));
};
const later = (day) => {
  clearTimeout(soon);
  soon = setTimeout(() => show(day), 150);
};

document.addEventListener('focusin', (event) => {
  const day = event.target.closest('.strip a');
  if (days().includes(day)) later(day);
});
document.addEventListener('pointerover', (event) => {
  const day = event.target.closest('.strip a');
  if (event.pointerType === 'mouse' && days().includes(day)) later(day);
});
document.addEventListener('click', (event) => {
  const day = event.target.closest('.strip a');
  if (!days().includes(day)) return;
  event.preventDefault();
  clearTimeout(soon);
  show(day);
});
document.addEventListener('keydown', (event) => {
  const all = days();
  const at = all.indexOf(event.target.closest?.('.strip a'));
  const to = { ArrowRight: at + 1, ArrowLeft: at - 1, ArrowDown: at + 7, ArrowUp: at - 7, Home: 0, End: all.length - 1 }[event.key];
  if (at < 0 || to === undefined) return;
  event.preventDefault();
  all[Math.max(0, Math.min(all.length - 1, to))].focus();
});
