using System.Net.Http;
using System.Net.Http.Json;
using System.Threading.Tasks;
using «namespace env»;

namespace «namespace»;

/// <summary>Asks the server.</summary>
public sealed class HttpService
{
    private readonly HttpClient client = new() { BaseAddress = AppSettings.Server };

    public Task<Answer?> Get<Answer>(string path) => client.GetFromJsonAsync<Answer>(path);
}
