/** Rules of vectors and matrices. */
export const MATRICES = {
  main: {
    "rows by columns": () => "Multiply rows by columns: the entry in a row and a column is the sum of the products along them",
    "every entry": () => "Calculate with every entry",
    "power of a matrix": (matrix: string, exponent: string) => `Multiply $${matrix}$ by itself: power $${exponent}$`,
    "rows become columns": () => "Transpose: rows become columns",
    "length of a vector": (vector: string) => `The length of $${vector}$ is the root of the sum of the squares of its components`,
    "dot product": () => "Multiply component by component and add",
    "cross product": () => "Each component is the determinant of two rows of the other components",
    "determinant of two rows": () => "The determinant of two rows: $a d - b c$",
    "determinant of three rows": () => "The determinant of three rows: $a (e i - f h) - b (d i - f g) + c (d h - e g)$",
    "product of the diagonal": () =>
      "Adding multiples of rows leaves the determinant as it is, and swapping two changes its sign: it is the product of the diagonal, with that sign",
    "smaller determinant": () => "A determinant of one row and column less",
    "expand a determinant": (along: string, number: string) =>
      `Expand along ${along} ${number}: each entry times the smaller determinant, with alternating signs`,
    "inverse beside the identity": () => "The identity stands on the left, so the inverse stands on the right",
    "add multiples of a row": (row: string, factors: string, rows: string) =>
      rows.includes(",")
        ? `Add $${factors}$ times row ${row} to rows ${rows}, in this order: zeros come into its column`
        : `Add $${factors}$ times row ${row} to row ${rows}: a zero comes into its column`,
    "characteristic polynomial": (letter: string) =>
      `The eigenvalues are the zeros of the determinant of the matrix with $${letter}$ subtracted on the diagonal`,
    eigenvector: (vector: string, value: string) => `$${vector}$ solves it: the matrix only multiplies it by $${value}$`,
    "eigenvectors of a value": (value: string) => `Eigenvectors for $${value}$: solve the linear system with this value subtracted on the diagonal`,
  },
  routine: {
    "put results together": () => "Put these results together",
    "identity beside a matrix": () => "Write the identity beside the matrix; what is done to the rows is done to both",
    "swap rows": (one: string, other: string) => `Swap rows ${one} and ${other}`,
    "multiply a row": (row: string, factor: string) => `Multiply row ${row} by $${factor}$`,
  },
} as const;
