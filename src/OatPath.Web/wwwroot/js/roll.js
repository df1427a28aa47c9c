// A drawing wider than its room: today comes into view, and the keyboard may roll it.
const Before = 0.2;

const roll = (box) => {
  const wider = box.scrollWidth > box.clientWidth + 1;
  box.toggleAttribute('data-rolls', wider);
  if (wider && !box.querySelector('a')) {
    box.tabIndex = 0;
    box.setAttribute('role', 'group');
    box.setAttribute('aria-label', 'The drawing rolls sideways');
  }
  const today = wider && box.querySelector('.today-frame');
  if (today) box.scrollLeft += today.getBoundingClientRect().left - box.getBoundingClientRect().left - box.clientWidth * Before;
};

const all = () => document.querySelectorAll('.roll').forEach(roll);
document.addEventListener('htmx:afterSettle', (event) => event.target.querySelectorAll?.('.roll').forEach(roll));
window.addEventListener('resize', all);
all();
