// What every browser has and jsdom has not.
const nothing = (): void => undefined;

Object.assign(Element.prototype, { scrollIntoView: nothing });
Object.assign(globalThis, {
  ResizeObserver: class {
    observe = nothing;
    unobserve = nothing;
    disconnect = nothing;
  },
});
