interface Environment {
  readonly apiUrl: string;
  readonly stationId: string;
}

/** What differs between the orchard's own server and a developer's machine. */
export const env: Environment = {
  apiUrl: "https://pippin-row.example/api",
  stationId: "south-slope",
};
