/** What records teach: own minutes, learning along copies, own evenings. */
export * from "./curve";
export * from "./evenings";
export * from "./pace";
