// One picture over the other: the edge follows the slider.
const range = document.querySelector('[data-over-range]');
if (range) {
  const clip = document.querySelector('[data-over-clip]');
  const edge = document.querySelector('[data-over-edge]');
  const down = edge.getAttribute('d').split('V')[1];
  const follow = () => {
    clip.setAttribute('x', range.value);
    edge.setAttribute('d', `M${range.value} 0V${down}`);
  };
  range.addEventListener('input', follow);
  follow();

  const drawn = document.querySelector('#over svg');
  const drag = (event) => {
    // Where on the picture, which may be narrower than its frame.
    range.value = Math.round(new DOMPoint(event.clientX, event.clientY).matrixTransform(drawn.getScreenCTM().inverse()).x);
    follow();
  };
  drawn.addEventListener('pointerdown', (event) => {
    drawn.setPointerCapture(event.pointerId);
    drag(event);
  });
  drawn.addEventListener('pointermove', (event) => drawn.hasPointerCapture(event.pointerId) && drag(event));
}
