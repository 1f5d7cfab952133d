/** Stands where a screen will be, until it is there. */
export const Loading = () => (
  <main className="grid h-full place-content-center">
    <h1 className="text-second">Opening …</h1>
  </main>
);
