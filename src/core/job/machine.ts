/** A machine as the workshop knows it. `dueOn` is a date (yyyy-mm-dd), null when none is set. */
export interface Machine {
  id: number;
  tag: string;
  model: string;
  variant: string;
  place: string;
  environment: string;
  form: string;
  limitC: number | null;
  dueOn: string | null;
  dueWhy: string;
  createdAt: string;
}
