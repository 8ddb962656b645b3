/** A chosen file drawn small and square: what is sent has no place and no camera written into it. */

/** Points of a side: sharp where it is shown at half of it. */
const side = 320;

/** @returns the picture as base64, or a sentence why there is none */
export async function readPhoto(file: File): Promise<{ picture: string } | { fault: string }> {
  try {
    const drawn = await createImageBitmap(file);
    const canvas = document.createElement("canvas");
    canvas.width = canvas.height = side;
    const cut = Math.min(drawn.width, drawn.height);
    const from = [(drawn.width - cut) / 2, (drawn.height - cut) / 2] as const;
    canvas.getContext("2d")?.drawImage(drawn, ...from, cut, cut, 0, 0, side, side);
    const [, picture = ""] = canvas.toDataURL("image/jpeg", 0.86).split(",");
    return { picture };
  } catch {
    return { fault: `${file.name} is not a picture that can be shown. Choose a JPEG or a PNG.` };
  }
}
