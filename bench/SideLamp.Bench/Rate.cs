using System.Diagnostics;
using System.Globalization;

namespace SideLamp.Bench;

/// <summary>How often something can be done in a second.</summary>
internal static class Rate
{
    private const int Rounds = 5;
    private static readonly TimeSpan Round = TimeSpan.FromSeconds(1);

    /// <param name="work">Gets the number of the turn.</param>
    /// <returns>Turns a second: the median of five rounds, after one to warm up.</returns>
    public static double Of(Action<int> work)
    {
        var turn = 0;
        var rates = new List<double>();
        for (var round = 0; round <= Rounds; round++)
        {
            var watch = Stopwatch.StartNew();
            var from = turn;
            while (watch.Elapsed < Round)
            {
                work(turn++);
            }

            rates.Add((turn - from) / watch.Elapsed.TotalSeconds);
        }

        return rates.Skip(1).Order().ElementAt(Rounds / 2);
    }

    /// <summary>Both in turns, so that whatever else the machine does falls on both: turns a second of each.</summary>
    public static (double Rate, double Floor) Beside(Action work, Action floor)
    {
        var (worked, floored, turns) = (new Stopwatch(), new Stopwatch(), 0);
        for (var warm = 0; warm < 3; warm++)
        {
            work();
            floor();
        }

        for (var watch = Stopwatch.StartNew(); watch.Elapsed < Round * Rounds; turns++)
        {
            worked.Start();
            work();
            worked.Stop();
            floored.Start();
            floor();
            floored.Stop();
        }

        return (turns / worked.Elapsed.TotalSeconds, turns / floored.Elapsed.TotalSeconds);
    }

    public static void Tell(string what, double rate, string floorName, double floor) =>
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {what} | {rate:N0} /s | {floorName}: {floor:N0} /s | {floor / rate:N1} |"));
}
