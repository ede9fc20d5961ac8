/** Why a studio cannot be opened, for whoever starts the server. */
export class StartError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'StartError';
  }
}
