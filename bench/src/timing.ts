/** How long some work takes on average, ms, once it has been done before. */
export const time = (work: () => void, repeats: number): number => {
  work();
  const start = performance.now();
  for (let i = 0; i < repeats; i++) work();
  return (performance.now() - start) / repeats;
};
