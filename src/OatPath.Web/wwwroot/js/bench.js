// The Bench: bands move by pointer, touch or Shift and the arrow keys; all three press the same forms. What changed is swapped in.
const $ = (selector, root = document) => root.querySelector(selector);
const $$ = (selector, root = document) => [...root.querySelectorAll(selector)];
let moved = new URLSearchParams(location.search).get('moved');

const refocus = () => {
  if (moved) $(`.band[data-product="${CSS.escape(moved)}"]`)?.focus();
  moved = null;
};

document.addEventListener('keydown', (event) => {
  if (
    (event.ctrlKey || event.metaKey) &&
    event.key.toLowerCase() === 'z' &&
    !event.target.closest('input:not([type=checkbox]), textarea')
  ) {
    $(event.shiftKey ? '[data-bench=redo]' : '[data-bench=undo]')?.click();
    event.preventDefault();
    return;
  }
  const band = event.target.closest?.('.band');
  if (!band || !['ArrowUp', 'ArrowDown'].includes(event.key)) return;
  event.preventDefault();
  if (event.shiftKey) {
    moved = band.dataset.product;
    $(event.key === 'ArrowUp' ? '[data-move=up]' : '[data-move=down]', band)?.click();
    return;
  }
  const bands = $$('.bench .band');
  bands[bands.indexOf(band) + (event.key === 'ArrowUp' ? -1 : 1)]?.focus();
});

// A drag begins anywhere on a band with a mouse, and on its number with a finger, so that a page still scrolls.
let drag = null;
const clear = () => {
  $$('.drop-here, .drop-after').forEach((band) => band.classList.remove('drop-here', 'drop-after'));
  drag?.band.classList.remove('dragging');
  drag = null;
};
const target = (event) => {
  const bands = $$(`.band[data-moment="${drag.band.dataset.moment}"]`);
  const over = bands.find((band) => {
    const box = band.getBoundingClientRect();
    return event.clientX >= box.left && event.clientX <= box.right && event.clientY <= box.top + box.height / 2;
  });
  const box = bands[0].parentElement.getBoundingClientRect();
  return event.clientX < box.left || event.clientX > box.right ? null : { before: over ?? null, last: bands.at(-1) };
};

document.addEventListener('pointerdown', (event) => {
  const band = event.target.closest('.band[data-product]');
  if (
    !band ||
    event.button !== 0 ||
    event.target.closest('button, a, summary') ||
    (event.pointerType !== 'mouse' && !event.target.closest('.n'))
  )
    return;
  drag = { band, x: event.clientX, y: event.clientY, on: false };
});
document.addEventListener('pointermove', (event) => {
  if (!drag) return;
  if (!drag.on) {
    if (Math.hypot(event.clientX - drag.x, event.clientY - drag.y) < 6) return;
    drag.on = true;
    drag.band.classList.add('dragging');
  }
  event.preventDefault();
  $$('.drop-here, .drop-after').forEach((band) => band.classList.remove('drop-here', 'drop-after'));
  const place = target(event);
  if (place) (place.before ?? place.last).classList.add(place.before ? 'drop-here' : 'drop-after');
});
document.addEventListener('pointerup', (event) => {
  const place = drag?.on ? target(event) : null;
  if (place && place.before !== drag.band) {
    const form = $('#place-form');
    moved = drag.band.dataset.product;
    form.elements.moment.value = drag.band.dataset.moment;
    form.elements.product.value = moved;
    form.elements.before.value = place.before?.dataset.product ?? '';
    form.requestSubmit();
  }
  clear();
});
document.addEventListener('pointercancel', clear);

// The week is saved at every press; its button is for those without scripts.
document.addEventListener('change', (event) => event.target.closest('form[data-at-once]')?.requestSubmit());
document.body.classList.add('has-script');

document.addEventListener('click', (event) => {
  const button = event.target.closest('[data-move]');
  if (button) moved = button.closest('.band').dataset.product;
});
let pressed = null;
document.body.addEventListener('htmx:beforeRequest', () => {
  const at = document.activeElement;
  pressed = at?.dataset.bench
    ? `[data-bench="${at.dataset.bench}"]`
    : at?.type === 'checkbox'
      ? `[name="${at.name}"][value="${CSS.escape(at.value)}"]`
      : null;
});
document.body.addEventListener('htmx:afterSettle', () => {
  if (moved) refocus();
  else if (pressed) $(`#bench-work ${pressed}`)?.focus();
});
refocus();
