import { pathOf, picturesOf } from '../../../formats/render-settings';
import { jobsStore, type Job } from './jobs-store';

/** What a browser that lets pages write into folders has: File System Access, WICG. */
interface WithFolders {
  showDirectoryPicker(options: { mode: 'readwrite' }): Promise<FileSystemDirectoryHandle>;
}

/**
 * Writes the pictures of a render into a folder that the person chooses, those of single emitters into folders in it.
 * Throws where it can’t.
 */
export async function saveInFolder({ id, scene, settings }: Job): Promise<void> {
  // Not every browser has it; the button is only there where it is.
  const root = await (window as unknown as WithFolders).showDirectoryPicker({ mode: 'readwrite' });
  for (const [index, picture] of picturesOf(settings, scene.emitters).entries()) {
    const blob = await jobsStore.frame(id, index);
    if (!blob) throw new Error(`picture ${index + 1} of the render is missing; the browser has deleted it`);
    const folder = picture.folder ? await root.getDirectoryHandle(picture.folder, { create: true }) : root;
    const name = pathOf(settings, picture).split('/').at(-1)!;
    const file = await (await folder.getFileHandle(name, { create: true })).createWritable();
    await file.write(blob);
    await file.close();
  }
}
