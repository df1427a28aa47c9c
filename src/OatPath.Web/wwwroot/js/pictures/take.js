// A picture is taken with the camera, the earlier one shining through, and lands in the same field as a chosen file.
const dialog = document.getElementById('camera');
const video = dialog.querySelector('video');
const ghost = Object.assign(document.createElement('img'), { alt: '', hidden: true });
video.after(ghost);
const says = dialog.querySelector('[data-camera-says]');
const title = document.getElementById('camera-title');
const ghostRange = dialog.querySelector('[data-ghost-range]');
const ghostLabel = dialog.querySelector('[data-ghost-label]');
const said = document.getElementById('take-says');
let stream = null;
let taking = null;

const stop = () => {
  for (const track of stream?.getTracks() ?? []) track.stop();
  stream = null;
  video.srcObject = null;
};

const showChosen = async (item, file) => {
  const frame = item.querySelector('[data-frame]');
  frame.replaceChildren();
  frame.hidden = true;
  if (!file) return;
  try {
    const picture = await createImageBitmap(file);
    const canvas = document.createElement('canvas');
    canvas.width = 240;
    canvas.height = Math.round((240 * picture.height) / picture.width);
    canvas.getContext('2d').drawImage(picture, 0, 0, canvas.width, canvas.height);
    canvas.setAttribute('role', 'img');
    canvas.setAttribute('aria-label', 'What was taken');
    frame.append(canvas);
    frame.hidden = false;
  } catch {
    // What it is, is said when it was sent.
  }
};

const open = async (item) => {
  taking = item;
  const name = item.querySelector('b').textContent;
  title.textContent = name;
  says.textContent = 'The whole card in sight, the lens at the height of the nose.';
  const earlier = item.dataset.earlier;
  ghost.hidden = ghostLabel.hidden = !earlier;
  if (earlier) ghost.src = earlier;
  dialog.showModal();
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      video: { facingMode: { ideal: 'environment' }, width: { ideal: 4000 }, height: { ideal: 3000 } },
    });
    video.srcObject = stream;
  } catch {
    says.textContent = 'The camera cannot be used: allow it in the browser, or choose a file instead.';
  }
};

const shoot = async () => {
  if (!video.videoWidth) return;
  const canvas = document.createElement('canvas');
  canvas.width = video.videoWidth;
  canvas.height = video.videoHeight;
  canvas.getContext('2d').drawImage(video, 0, 0);
  const blob = await new Promise((done) => canvas.toBlob(done, 'image/jpeg', 0.95));
  const files = new DataTransfer();
  files.items.add(new File([blob], `${taking.dataset.view}.jpg`, { type: 'image/jpeg' }));
  const field = taking.querySelector('input[type="file"]');
  field.files = files.files;
  said.textContent = `${title.textContent} taken.`;
  await showChosen(taking, field.files[0]);
  dialog.close();
};

for (const item of document.querySelectorAll('.take')) {
  const field = item.querySelector('input[type="file"]');
  field.addEventListener('change', () => showChosen(item, field.files[0]));
  const camera = item.querySelector('[data-camera]');
  camera.hidden = !navigator.mediaDevices?.getUserMedia;
  camera.addEventListener('click', () => open(item));
}

dialog.querySelector('[data-shoot]').addEventListener('click', shoot);
dialog.querySelector('[data-leave]').addEventListener('click', () => dialog.close());
dialog.addEventListener('close', stop);
const shine = () => ghost.style.setProperty('opacity', ghostRange.value / 100);
ghostRange.addEventListener('input', shine);
shine();
