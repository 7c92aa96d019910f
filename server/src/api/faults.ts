/** What a fault carries beside its message. */
export interface FaultDetails {
  readonly field?: string;
  readonly line?: number;
  /** What is stored now, where a change came too late. */
  readonly current?: object;
}

/** A fault that the caller can mend, or has to know of, with its HTTP status. */
export class ApiError extends Error {
  override readonly name = "ApiError";
  readonly status: number;
  readonly details: FaultDetails;

  constructor(status: number, message: string, details: FaultDetails = {}) {
    super(message);
    this.status = status;
    this.details = details;
  }
}

export const missing = (what: string): ApiError => new ApiError(404, `this ${what} does not exist`);
