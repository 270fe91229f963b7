using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Rendering;

namespace SideLamp.Core.Tests.Layout;

/// <summary>What draws the eye while a graphic is lit.</summary>
public sealed class AttentionTests : IDisposable
{
    private readonly TextShaper _shaper = new(Path.Combine(ArchitectureTests.Root(), "fonts"));

    public void Dispose() => _shaper.Dispose();

    [Theory]
    [InlineData(AttentionKind.Bounce)]
    [InlineData(AttentionKind.Pulse)]
    public void The_whole_graphic_moves_for_a_moment_at_the_end_of_each_period_and_rests_in_between(AttentionKind kind)
    {
        foreach (var name in new[] { "name", "score", "live-bug", "crawl" })
        {
            var picture = Lay(name, new Attention(kind, Duration.FromSeconds(20)));
            var move = Assert.Single(picture.Nodes, node => node.Parent is null && node.Moves.Any(one => one.Path == MovePath.Hold && one.Length == 20_000)).Moves.Last();
            Assert.Equal([Pose.Rest, Pose.Rest], move.Poses.Take(2));
            Assert.Equal(Pose.Rest, move.Poses[^1]);
            // It rests until the last second of the period, so it never moves while it arrives.
            Assert.InRange(move.Offsets!.Value[1], 0.95, 1);
            Assert.Equal(move.Offsets.Value.Order(), move.Offsets.Value);
        }
    }

    [Fact]
    public void A_sheen_runs_over_it_quickly_however_seldom()
    {
        var picture = Lay("name", new Attention(AttentionKind.Sheen, Duration.FromSeconds(60)));
        var band = Assert.Single(picture.Nodes, node => node.Moves.Any(move => move.Path == MovePath.Hold && move.Length == 60_000));
        Assert.InRange(band.Moves[0].Offsets!.Value[1] * 60_000, 500, 2000);
    }

    [Fact]
    public void Without_it_nothing_is_different()
    {
        Assert.DoesNotContain(Lay("score", null).Nodes, node => node.Moves.Any(move => move.Path == MovePath.Hold));
    }

    private Picture Lay(string name, Attention? attention)
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(ArchitectureTests.Root(), "templates", $"{name}.json"))).OrThrow();
        var dress = Dress.Plain(template, Brand.Night, Canvas.FullHd) with { Finish = Finish.Plain with { Attention = attention } };
        return Layouts.Lay(dress, template.Fields.ToDictionary(field => field.Name, field => field.Sample), _shaper);
    }
}
