/**
 * The same answer to the same thing, found once: most of a job that is planned anew is what it was.
 * @param find depends on nothing but the thing itself
 */
export function once<Thing extends object, Answer extends object | string>(
  find: (thing: Thing) => Answer,
): (thing: Thing) => Answer {
  const proofs = new WeakMap<Thing, Answer>();
  return (thing) => {
    const answer = proofs.get(thing) ?? find(thing);
    proofs.set(thing, answer);
    return answer;
  };
}
