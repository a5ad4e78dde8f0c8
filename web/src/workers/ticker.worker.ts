/**
 * A timer that goes on in a hidden tab, where timers of the page itself are slowed to once a second.
 * It is told the milliseconds between ticks; 0 stops it.
 */
let timer: ReturnType<typeof setInterval> | undefined;

self.onmessage = (message: MessageEvent<number>) => {
  clearInterval(timer);
  timer = message.data > 0 ? setInterval(() => self.postMessage(0), message.data) : undefined;
};
