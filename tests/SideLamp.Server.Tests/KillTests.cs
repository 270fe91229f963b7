using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>No press that was answered as kept is lost, at whatever instant the server is killed.</summary>
public sealed class KillTests
{
    /// <summary>Each in a seat of its own, so that none sends another away; none leaves by itself.</summary>
    private static readonly string[] Graphics = ["names", "lamp", "place", "follower", "vote", "check", "sightings"];

    /// <summary>How often the server is killed; <c>SIDELAMP_KILLS</c> says more, for the long run (bench/README.md).</summary>
    private static readonly int Rounds = int.Parse(Environment.GetEnvironmentVariable("SIDELAMP_KILLS") ?? "8", CultureInfo.InvariantCulture);

    [Fact]
    public async Task Kill_at_any_instant_loses_no_acknowledged_press()
    {
        var seed = Environment.TickCount;
        var random = new Random(seed);
        await using var server = await RunningServer.Begin();
        var lit = Graphics.ToDictionary(graphic => graphic, _ => false);
        // What was pressed and not answered as kept by then, on a disk that is slow: it may have happened, or not.
        var unsure = new HashSet<string>();
        var acknowledged = 0;
        for (var round = 0; round < Rounds; round++)
        {
            using var stop = new CancellationTokenSource();
            // Sometimes among the first presses, sometimes among many; and at any instant of one.
            var enough = new Enough(round % 2 == 0 ? random.Next(3) : random.Next(4, 30));
            var pressing = PressUntilKilled(server, lit, unsure, random.Next(), enough, stop.Token);
            // Whatever ends the pressing before its time is told below.
            await Task.WhenAny(enough.Reached, pressing);
            await Task.Delay(random.Next(20));
            await server.KillAtOnce();
            await stop.CancelAsync();
            acknowledged += await pressing;
            await server.Restart();
            using var desk = await server.Open();
            var onAir = (await desk.Next("news"))["airings"]!
                .AsArray()
                .Where(one => one!["phase"]!.GetValue<string>() is "arriving" or "lit" or "reviving" or "waiting")
                .Select(one => one!["graphic"]!.GetValue<string>())
                .ToHashSet();
            foreach (var graphic in Graphics)
            {
                Assert.True(unsure.Contains(graphic) || onAir.Contains(graphic) == lit[graphic], $"Seed {seed}, round {round}: {graphic} was acknowledged as {(lit[graphic] ? "lit" : "dark")}.");
                lit[graphic] = onAir.Contains(graphic);
            }

            unsure.Clear();
        }

        Assert.True(acknowledged > Rounds, $"Only {acknowledged} presses were acknowledged.");
        TestContext.Current.SendDiagnosticMessage($"Seed {seed}: {Rounds} kills, {acknowledged} acknowledged presses, none lost.");
    }

    /// <param name="lit">Is set to what was pressed.</param>
    /// <param name="unsure">Gets the graphics whose presses the disk may not have.</param>
    /// <returns>How many presses were answered.</returns>
    private static async Task<int> PressUntilKilled(RunningServer server, Dictionary<string, bool> lit, HashSet<string> unsure, int seed, Enough enough, CancellationToken stop)
    {
        var random = new Random(seed);
        for (var count = 0; ; count++)
        {
            enough.Count(count);
            var graphic = Graphics[random.Next(Graphics.Length)];
            var wish = !lit[graphic];
            if (stop.IsCancellationRequested)
            {
                return count;
            }

            try
            {
                var answer = await server.Press(wish ? "light" : "dark", graphic);
                Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
                lit[graphic] = wish;
                var isKept = JsonNode.Parse(await answer.Content.ReadAsStringAsync(CancellationToken.None))!["isKept"]!.GetValue<bool>();
                if (isKept)
                {
                    // What came before it is on the disk before it.
                    unsure.Clear();
                }
                else
                {
                    unsure.Add(graphic);
                }
            }
            catch (HttpRequestException)
            {
                unsure.Add(graphic);
                return count;
            }
        }
    }

    /// <summary>Tells when so many presses were acknowledged.</summary>
    private sealed class Enough(int presses)
    {
        private readonly TaskCompletionSource _reached = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public Task Reached => _reached.Task;

        public void Count(int acknowledged)
        {
            if (acknowledged >= presses)
            {
                _reached.TrySetResult();
            }
        }
    }
}
