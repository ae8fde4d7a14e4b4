/// What differs between machines; given with `--dart-define`.
const apiUrl = String.fromEnvironment('API_URL', defaultValue: 'https://localhost/api');
