/** Calls when the present task of the page is done, before timers and most often before the next drawing. */
export function afterThisTask(work: () => void): void {
  const { port1, port2 } = new MessageChannel();
  port1.onmessage = () => {
    port1.close();
    work();
  };
  port2.postMessage(0);
}

/** Calls once the page has drawn what it shows now; gives the way to call that off. */
export function afterPaint(work: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const frame = requestAnimationFrame(() => (timer = setTimeout(work)));
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}

/** The way to ask for work that `later` does: once, however often it is asked for until then. */
export function onceLater(later: (work: () => void) => void, work: () => void): () => void {
  let due = false;
  return () => {
    if (due) return;
    due = true;
    later(() => {
      due = false;
      work();
    });
  };
}
