// The print button; the rest of the sheet needs no script.
document.querySelector('[data-print]')?.addEventListener('click', () => window.print());
