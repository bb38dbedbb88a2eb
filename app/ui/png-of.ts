/** Pixels a unit: sharp on screens of twice the density. */
const SCALE = 2;

/**
 * A picture that needs nothing else, as PNG.
 * @param svg as `image/svg+xml`
 * @throws Error where it cannot be drawn
 */
export async function pngOf(svg: Blob): Promise<Blob> {
  const url = URL.createObjectURL(svg);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [SCALE * image.naturalWidth, SCALE * image.naturalHeight];
    canvas.getContext("2d")!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) => {
      canvas.toBlob((blob) => {
        if (blob) resolve(blob);
        else reject(new Error("the picture could not be written"));
      }, "image/png");
    });
  } finally {
    URL.revokeObjectURL(url);
  }
}
