/** "1 pin", "2 pins". */
export const count = (n: number, one: string) => `${n} ${one}${n === 1 ? "" : "s"}`;
