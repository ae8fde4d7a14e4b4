/** Style sheets, as the bundler gives them to code. */
declare module "*.css";
