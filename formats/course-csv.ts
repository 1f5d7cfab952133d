/** A number, or a vector, on one frame. */
export interface CoursePoint {
  readonly frame: number;
  readonly value: number | readonly [number, number, number];
}

/** The course of a number over frames as CSV (RFC 4180, with bare line feeds): frame, seconds, and value or x, y, z. */
export function courseCsv(course: readonly CoursePoint[], fps: number): string {
  const vector = typeof course[0]?.value === 'object';
  const lines = course.map(({ frame, value }) =>
    [frame, frame / fps, ...(typeof value === 'number' ? [value] : value)].join(','),
  );
  return `${['frame,seconds', vector ? 'x,y,z' : 'value'].join(',')}\n${lines.join('\n')}\n`;
}
