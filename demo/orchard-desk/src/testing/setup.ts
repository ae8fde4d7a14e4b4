// Nothing is needed before the tests yet.
export {};
