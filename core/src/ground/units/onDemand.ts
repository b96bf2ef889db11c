/** Made when it is first asked for, and the very same after that. */
export function onDemand<Made extends object>(make: () => Made): () => Made {
  let made: Made | undefined;
  return () => (made ??= make());
}
