/** What a problem or a part of it is worth. */
export const pointsWords = (points: number): string => `${points} ${points === 1 ? "point" : "points"}`;
