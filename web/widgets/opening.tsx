/** Stands where a screen will be, until it is there. */
export const Opening = () => <p className="grid h-full place-content-center text-second">Opening …</p>;
