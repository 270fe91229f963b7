using System.Globalization;

namespace SideLamp.StandIns;

/// <summary>Stands in for the friends who note what they see: their files change, and so does what the web gives.</summary>
public sealed class ClothWriter(string files, GardenSources web, TimeProvider time)
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(40);

    private static readonly (string Moth, string Note, string By)[] Moths =
    [
        ("Elephant hawk-moth", "Elephant hawk-moth, third tonight", "Odalys"),
        ("Heart and dart", "Heart and dart", "Pim"),
        ("Brimstone", "Brimstone, seen by Pim", "Pim"),
        ("Setaceous Hebrew character", "Setaceous Hebrew character", "Ilse"),
        ("Merveille du jour", "Merveille du jour, a first for the garden", "Ilse"),
        ("Old lady, at last", "Old lady, asleep on the hem", "Odalys"),
    ];

    public async Task Run(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(Every, time);
        for (var turn = 1; await timer.WaitForNextTickAsync(stop); turn++)
        {
            var (moth, note, by) = Moths[turn % Moths.Length];
            var now = time.GetLocalNow();
            await File.WriteAllTextAsync(Path.Combine(files, DemoShow.ClothFile), note + "\n", stop);
            await File.AppendAllTextAsync(Path.Combine(files, DemoShow.SightingsFile), string.Create(CultureInfo.InvariantCulture, $"{now:HH:mm},\"{moth}\",1,{by}\n"), stop);
            web.Step();
        }
    }
}
