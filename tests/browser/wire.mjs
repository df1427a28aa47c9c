// A way to the studio that can be cut: unlike a browser told to be offline, it cuts off a page's worker as well.
import { connect, createServer } from 'node:net';

/** Opens the way. @returns its address, and how to cut and mend it. */
export async function wireTo(studio) {
  const to = Number(new URL(studio.origin).port);
  const open = new Set();
  let isCut = false;
  const server = createServer((here) => {
    if (isCut) {
      here.destroy();
      return;
    }
    const there = connect(to, '127.0.0.1');
    for (const [one, other] of [
      [here, there],
      [there, here],
    ]) {
      open.add(one);
      one.pipe(other);
      one.on('error', () => other.destroy());
      one.on('close', () => {
        open.delete(one);
        other.destroy();
      });
    }
  });
  await new Promise((resolve) => {
    server.listen(0, '127.0.0.1', resolve);
  });
  return {
    origin: `http://127.0.0.1:${server.address().port}`,
    cut() {
      isCut = true;
      open.forEach((socket) => socket.destroy());
    },
    mend() {
      isCut = false;
    },
    close: () => server.close(),
  };
}
