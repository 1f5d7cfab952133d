/** How a page is shown. */
export interface PageProps {
  /** The label of a setting that the page begins with. */
  readonly setting?: string | undefined;
  /** In one column, beside the work. */
  readonly narrow?: boolean | undefined;
}
