// Moves a band of the Bench by drag or by Shift and the arrow keys; both press the same buttons a pointer would.
const bench = document.querySelector('.bench');

bench?.addEventListener('keydown', (event) => {
  const band = event.target.closest('.band');
  if (!band || !['ArrowUp', 'ArrowDown'].includes(event.key)) return;
  event.preventDefault();
  if (event.shiftKey) {
    band.querySelector(event.key === 'ArrowUp' ? '[data-move=up]' : '[data-move=down]')?.click();
    return;
  }
  const bands = [...bench.querySelectorAll('.band')];
  bands[bands.indexOf(band) + (event.key === 'ArrowUp' ? -1 : 1)]?.focus();
});

let dragged = null;
bench?.addEventListener('dragstart', (event) => {
  dragged = event.target.closest('.band');
  dragged?.classList.add('dragging');
});
bench?.addEventListener('dragover', (event) => {
  const over = event.target.closest('.band');
  if (!dragged || !over || over.dataset.moment !== dragged.dataset.moment) return;
  event.preventDefault();
  bench.querySelectorAll('.drop-here').forEach((band) => band.classList.remove('drop-here'));
  over.classList.add('drop-here');
});
bench?.addEventListener('dragend', () => {
  dragged?.classList.remove('dragging');
  bench.querySelectorAll('.drop-here').forEach((band) => band.classList.remove('drop-here'));
  dragged = null;
});
bench?.addEventListener('drop', (event) => {
  const over = event.target.closest('.band');
  if (!dragged || !over || over === dragged || over.dataset.moment !== dragged.dataset.moment) return;
  event.preventDefault();
  const form = document.querySelector('#place-form');
  form.elements.moment.value = dragged.dataset.moment;
  form.elements.product.value = dragged.dataset.product;
  form.elements.before.value = over.dataset.product;
  form.requestSubmit();
});

// After a move the page comes back; the band that moved takes the focus again.
const moved = new URLSearchParams(location.search).get('moved');
if (moved) document.querySelector(`.band[data-product="${CSS.escape(moved)}"]`)?.focus();
