using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>A program that sends events to the door, with a key of its own making.</summary>
internal sealed class EventSender(RunningServer server, string key)
{
    public const string Structured = "application/cloudevents+json";
    public const string Batch = "application/cloudevents-batch+json";

    public string Key => key;

    public static async Task<EventSender> To(RunningServer server) =>
        new(server, JsonNode.Parse(await (await server.Send("POST", "/api/event-door", "")).Content.ReadAsStringAsync())!["key"]!.GetValue<string>());

    public static string Event(string id, string type, string data, string? time = null) => $$"""{"specversion":"1.0","id":"{{id}}","source":"/club","type":"{{type}}"{{(time is null ? "" : $",\"time\":\"{time}\"")}},"data":{{data}}}""";

    /// <summary>One event that must be taken.</summary>
    public async Task Tell(string id, string type, string data, string? time = null) => Assert.Equal(HttpStatusCode.OK, (await Send(Structured, Event(id, type, data, time))).Code);

    /// <summary>Several that must be taken, in one transaction.</summary>
    public async Task TellAll(IEnumerable<string> events) => Assert.Equal(HttpStatusCode.OK, (await Send(Batch, $"[{string.Join(',', events)}]")).Code);

    public async Task<(HttpStatusCode Code, string Said)> Send(string type, string body, string path = "/events", string? otherKey = null, Encoding? encoding = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = new StringContent(body, encoding ?? Encoding.UTF8, type) };
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", otherKey ?? key);
        using var answer = await server.Http.SendAsync(request);
        return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
    }
}
