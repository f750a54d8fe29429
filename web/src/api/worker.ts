import { store } from "./store";

const worker = store<string | null>(null);

/** Id of whoever is signed in at this screen; null until that is known. Every write says whose it is. */
export const workerId = worker.get;

/** Says who is signed in at this screen. */
export const setWorker = worker.set;

/** The id of whoever is signed in, following every change. */
export const useWorkerId = worker.use;
