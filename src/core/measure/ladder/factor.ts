import { CholeskyDecomposition, Matrix } from "ml-matrix";

/** Cholesky factor of a positive definite n × n matrix, row by row, its diagonal damped by `lambda`. */
export function factorOf(gram: Float64Array, n: number, lambda: number): CholeskyDecomposition {
  const matrix = Matrix.from1DArray(n, n, gram);
  for (let i = 0; i < n; i++) matrix.set(i, i, matrix.get(i, i) * (1 + lambda));
  return new CholeskyDecomposition(matrix);
}

/** Solution for one right side. */
export const solved = (factor: CholeskyDecomposition, right: Float64Array): Float64Array<ArrayBuffer> =>
  Float64Array.from(factor.solve(Matrix.columnVector(right)).to1DArray());

/** The inverse, row by row. */
export const inverseOf = (gram: Float64Array, n: number): Float64Array =>
  Float64Array.from(factorOf(gram, n, 0).solve(Matrix.eye(n)).to1DArray());
