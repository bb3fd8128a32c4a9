/** The lane that is called "the rest": the largest; of several the last that does the group's own combination. */
export function theRest<Lane>(lanes: Lane[], size: (lane: Lane) => number, own: (lane: Lane) => boolean) {
  const most = Math.max(...lanes.map(size));
  const largest = lanes.filter((lane) => size(lane) === most);
  return largest.findLast(own) ?? largest.at(-1);
}
