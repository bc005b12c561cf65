// Says whether an element is at the same place two drawings later.
// arguments: element, done
const [element, done] = arguments;
const place = () => {
  const { x, y, width, height } = element.getBoundingClientRect();
  return [x, y, width, height].join();
};
const before = place();
requestAnimationFrame(() => requestAnimationFrame(() => done(place() === before)));
