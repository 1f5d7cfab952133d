/** Common sizes of pictures, to choose from. */
export const SIZES = ['640 × 360', '1280 × 720', '1920 × 1080', '1080 × 1080', '1080 × 1920'];

/** A size in words. */
export const sizeName = ({ width, height }: { width: number; height: number }) => `${width} × ${height}`;

/** Width and height of a size in words; zeros for any other word. */
export function sizeOfName(name: string): { width: number; height: number } {
  const [width = 0, height = 0] = name.split(' × ').map((side) => Number(side) || 0);
  return { width, height };
}
