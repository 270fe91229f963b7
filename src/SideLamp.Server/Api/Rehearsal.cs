using SideLamp.Core.Loop;
using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>In a rehearsal the time of the show can be moved forward: whatever would fall due on the way happens.</summary>
public static class Rehearsal
{
    private const double MostMs = 24 * 3600 * 1000.0;

    private static readonly string FourKilobytes = new('x', 4096);

    public static void MapRehearsal(this WebApplication app)
    {
        app.MapPost(
                "/api/rehearsal/ahead",
                async (AheadWish wish, EngineClock clock, ShowLoop loop, LiveHub hub) =>
                {
                    if (wish.Ms is not (> 0 and <= MostMs))
                    {
                        throw Core.Editing.RefusedException.Faulty("/ms", "Time moves forward by up to 24 hours, in ms.");
                    }

                    clock.Ahead(NodaTime.Duration.FromMilliseconds(wish.Ms));
                    await loop.Ask(new TimeInput());
                    hub.TellTime();
                    return new Pressed(true);
                }
            )
            .ExcludeFromDescription();

        // The least that a request can take which keeps something: what a press takes is measured against it.
        app.MapPost("/api/rehearsal/commit", (DataFolder data) => data.Files.Write(lasting: false, one => one.Execute("INSERT OR REPLACE INTO setting (name, value) VALUES ('rehearsal', $body)", ("$body", FourKilobytes))))
            .ExcludeFromDescription();
    }

    public sealed record AheadWish(double Ms);
}
