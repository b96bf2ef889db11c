import { LIMITS } from '@velk/core/ground';

/** What is not even read, bytes. */
const LARGEST = 25_000_000;
/** Longest sides and qualities tried in turn, until it is small enough. */
const TRIES = [
  [1280, 0.7],
  [1024, 0.6],
  [800, 0.5],
  [512, 0.4],
  [384, 0.4],
  [256, 0.3],
] as const;

type Shrunk =
  | { readonly ok: true; readonly picture: string }
  | { readonly ok: false; readonly message: string };

/**
 * A picture made small enough, as a data address; or why it can’t be. @param most letters of that
 * address
 */
export async function shrunk(file: Blob, most: number = LIMITS.picture): Promise<Shrunk> {
  if (file.size > LARGEST)
    return {
      ok: false,
      message: `The picture is ${Math.round(file.size / 1e6)} MB; at most ${LARGEST / 1e6} MB are read. Your note is still here.`,
    };
  const image = await createImageBitmap(file).catch(() => undefined);
  if (!image)
    return {
      ok: false,
      message: 'This file is no picture that can be read. Your note is still here.',
    };
  for (const [side, quality] of TRIES) {
    const scale = Math.min(1, side / Math.max(image.width, image.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(image.width * scale));
    canvas.height = Math.max(1, Math.round(image.height * scale));
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    const picture = canvas.toDataURL('image/jpeg', quality);
    if (picture.length <= most) return { ok: true, picture };
  }
  return { ok: false, message: 'The picture can’t be made small enough. Your note is still here.' };
}
