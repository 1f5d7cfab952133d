/** A sort of file that is read. */
export interface ReadableFile {
  /** The name of the sort. */
  readonly label: string;
  /** Without the dots. */
  readonly extensions: readonly string[];
  /** Media types that name the sort beside its extensions. */
  readonly types: readonly string[];
  /** What is taken from such a file, in one sentence for the docs. */
  readonly summary: string;
}

/** Every sort of file that is read. */
export const readable = {
  scene: {
    label: 'Scenes',
    extensions: ['bathyclast', 'json', 'zip'],
    types: [],
    summary: 'A scene with its images, meshes and grids, or the bare document.',
  },
  mesh: {
    label: 'Meshes',
    extensions: ['obj', 'ply', 'stl', 'gltf', 'glb'],
    types: [],
    summary: 'Bodies with groups, texture coordinates, colours and, from glTF, poses over time.',
  },
  points: {
    label: 'Points',
    extensions: ['csv', 'ply', 'txt', 'xyz'],
    types: ['text/csv', 'text/plain'],
    summary: 'Places of births: three columns, or the vertices of a PLY.',
  },
  grid: {
    label: 'Grids of vectors',
    extensions: ['vti', 'csv'],
    types: [],
    summary: 'VTK image data with three components at each point.',
  },
  image: {
    label: 'Images',
    extensions: ['png', 'jpg', 'jpeg'],
    types: ['image/png', 'image/jpeg'],
    summary: 'Pictures as brightness and colour.',
  },
  clip: {
    label: 'Clips',
    extensions: ['mp4', 'webm', 'mov', 'mkv'],
    types: ['video/*'],
    summary: 'A series of images at the frame rate of the scene, decoded by the browser.',
  },
  path: { label: 'Paths', extensions: ['svg'], types: ['image/svg+xml'], summary: 'The first outlines of a drawing.' },
  font: {
    label: 'Typefaces',
    extensions: ['otf', 'ttf', 'woff'],
    types: ['font/*'],
    summary: 'The outlines of the letters in a text.',
  },
  sound: {
    label: 'Sounds',
    extensions: ['wav', 'ogg', 'mp3', 'flac'],
    types: ['audio/*'],
    summary: 'The loudness over time, in windows of 10 ms.',
  },
  camera: {
    label: 'Cameras',
    extensions: ['gltf', 'glb'],
    types: ['model/gltf+json', 'model/gltf-binary'],
    summary: 'The first camera of a glTF, with its motion.',
  },
} as const satisfies Readonly<Record<string, ReadableFile>>;

/** Extensions and media types of a sort, as the `accept` of a file input takes them. */
export const acceptOf = ({ extensions, types }: ReadableFile): string =>
  [...types, ...extensions.map((e) => `.${e}`)].join(',');
