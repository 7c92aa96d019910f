/** Hands something to the reader as a file. */
export function saveFile(content: Blob, name: string): void {
  const address = URL.createObjectURL(content);
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

export const saveText = (text: string, type: string, name: string): void => saveFile(new Blob([text], { type }), name);

/** Points of a PNG for each unit of the drawing, so that it is sharp in print. */
const PER_UNIT = 3;

/** A drawing as a picture of points; the colours are those of paper, whatever the page shows. */
export async function savePng(svg: string, { width, height }: { readonly width: number; readonly height: number }, name: string): Promise<void> {
  const image = new Image();
  const sized = svg.replace("<svg ", `<svg width="${width}" height="${height}" `);
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(sized)}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = width * PER_UNIT;
  canvas.height = height * PER_UNIT;
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
  if (blob) saveFile(blob, name);
}
