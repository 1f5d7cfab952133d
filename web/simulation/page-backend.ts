import { startKernelBackend } from '../../kernel/use-kernel';

/** The kernel of the page’s own thread; undefined where the browser can’t run it: the threads that simulate say why. */
export const { backend: pageBackend } = startKernelBackend();
