namespace SideLamp.StandIns;

/// <summary>Stands in for the program of a friend who notes the moth in view in a text file.</summary>
public sealed class ClothWriter(string files, TimeProvider time)
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(40);

    private static readonly string[] Moths =
    [
        "Elephant hawk-moth, third tonight",
        "Heart and dart",
        "Brimstone, seen by Pim",
        "Setaceous Hebrew character",
        "Merveille du jour, a first for the garden",
        "Old lady, asleep on the hem",
    ];

    public async Task Run(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(Every, time);
        var next = 0;
        while (await timer.WaitForNextTickAsync(stop))
        {
            next = (next + 1) % Moths.Length;
            await File.WriteAllTextAsync(Path.Combine(files, DemoShow.ClothFile), Moths[next] + "\n", stop);
        }
    }
}
