// Copies what a field holds; where the browser will not, the field is selected for the keyboard.
document.querySelectorAll('[data-copy]').forEach((button) =>
  button.addEventListener('click', async () => {
    const field = document.querySelector(button.dataset.copy);
    const said = document.querySelector('#copied');
    try {
      await navigator.clipboard.writeText(field.value);
      said.textContent = 'Copied. Paste it into the message to the client.';
    } catch {
      field.focus();
      field.select();
      said.textContent = 'Marked. Press Ctrl and C to copy it.';
    }
  }),
);
