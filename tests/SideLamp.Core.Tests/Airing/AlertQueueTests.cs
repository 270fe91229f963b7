using CsCheck;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Events;

namespace SideLamp.Core.Tests.Airing;

/// <summary>The queue of alerts under anything that viewers and a hand may do, in any order. CsCheck prints the seed of what fails.</summary>
public sealed class AlertQueueTests
{
    private enum Act
    {
        Come,
        Burst,
        Gift,
        LightSame,
        LightOther,
        Dark,
        Skip,
        Pause,
        GoOn,
        Repeat,
        Clear,
        Retract,
        LightsOut,
        LightsBack,
        Hush,
        HushOver,
        Wait,
    }

    [Fact]
    public void One_at_a_time_with_its_gap_none_twice_none_lost_and_none_against_a_hand() =>
        Gen.Select(Gen.Enum<Act>(), Gen.Int[0, 40])
            .Array[1, 80]
            .Sample(acts => new Evening().Run(acts.Select(one => (one.Item1, one.Item2))), iter: 400);

    private sealed class Evening : OnAir
    {
        private static readonly Duration Gap = Duration.FromSeconds(1);
        private static readonly string[] Kinds = ["tip", "follow", "visit"];
        private static readonly string[] Seats = ["d", "b"];
        private readonly Dictionary<long, ViewerEvent> _told = [];
        private readonly HashSet<long> _shown = [];
        private readonly HashSet<long> _retracted = [];
        private readonly HashSet<long> _dropped = [];
        private Instant? _held;
        private string? _onAir;
        private Instant? _gone;
        private bool _repeats;

        public Evening()
        {
            Facts.AlertGap = Gap;
            foreach (var graphic in Seats)
            {
                Stay(graphic, 6);
            }
        }

        public void Run(IEnumerable<(Act Act, int Size)> acts)
        {
            foreach (var (act, size) in acts)
            {
                Press(act, size);
                Look();
                // In small steps, so that nothing begins and ends unseen.
                for (var step = 0; step < (act == Act.Wait ? size * 4 : 2); step++)
                {
                    After(250);
                    Look();
                }
            }

            // In the end all that waits has its turn.
            Do(new LightsBack());
            Do(new LetThemCome());
            Do(new EndHush(Run: true));
            Do(new SetAlerts(AlertAct.GoOn));
            Do(new Darken(new("a")));
            Do(new Darken(new("c")));
            for (var step = 0; step < 2400 && (!Air.Alerts.IsEmpty || Air.Airings.Any(one => one.Origin == Origin.Alert)); step++)
            {
                After(250);
                Look();
            }

            Assert.Empty(Air.Alerts);
            var missed = Unshown.SelectMany(one => one.Seqs).ToHashSet();
            foreach (var tip in _told.Values.Where(one => one.Kind == "tip"))
            {
                Assert.True(_shown.Contains(tip.Seq) || missed.Contains(tip.Seq) || _retracted.Contains(tip.Seq) || _dropped.Contains(tip.Seq), $"tip {tip.Seq} is neither shown nor to be thanked for");
            }
        }

        private void Press(Act act, int size)
        {
            switch (act)
            {
                case Act.Come:
                    Come(Kinds[size % 3], size, "");
                    break;
                case Act.Burst:
                    for (var one = 0; one < size; one++)
                    {
                        Come("follow", 1, "");
                    }

                    break;
                case Act.Gift:
                    Come("gift", 1, $"g{size % 3}");
                    break;
                case Act.LightSame:
                    Light("a");
                    break;
                case Act.LightOther:
                    Light("c");
                    break;
                case Act.Dark:
                    Do(new Darken(new("a")));
                    Do(new Darken(new("c")));
                    break;
                case Act.Skip or Act.Clear:
                    var before = Waiting().ToList();
                    Do(new SetAlerts(act == Act.Skip ? AlertAct.Skip : AlertAct.Clear));
                    _dropped.UnionWith(before.Except(Waiting()));
                    break;
                case Act.Pause:
                    Do(new SetAlerts(AlertAct.Pause));
                    break;
                case Act.GoOn:
                    Do(new SetAlerts(AlertAct.GoOn));
                    break;
                case Act.Repeat:
                    _repeats |= Do(new SetAlerts(AlertAct.Repeat)) is null;
                    break;
                case Act.Retract when _told.Count > 0:
                    var gone = _told.Values.ElementAt(size % _told.Count);
                    _retracted.Add(gone.Seq);
                    Do(new Retract(gone));
                    break;
                case Act.LightsOut:
                    Do(new LightsOut());
                    break;
                case Act.LightsBack:
                    Do(new LightsBack());
                    Do(new LetThemCome());
                    break;
                case Act.Hush:
                    Do(new Hush());
                    break;
                case Act.HushOver:
                    var waited = Waiting().ToList();
                    Do(new EndHush(Run: size % 2 == 0));
                    _dropped.UnionWith(waited.Except(Waiting()).Except(OnAirNow()));
                    break;
            }
        }

        private void Come(string kind, int size, string gift)
        {
            var seq = _told.Count + 1;
            var one = new ViewerEvent(seq, new EventKey("test", $"{seq}"), kind, Now) { Name = $"{kind} {seq}", Size = Math.Max(1, size), Unit = kind == "tip" ? (seq % 4 == 0 ? "JPY" : "EUR") : "", Gift = gift };
            _told.Add(seq, one);
            Do(new Announce([new QueuedAlert(new(Seats[seq % 2]), null, Now) { Said = AlertEvent.Of(one), Rule = new AlertId(kind), From = Now + Duration.FromSeconds(size % 6), Until = kind is "tip" or "gift" ? null : Now + Duration.FromMinutes(1), PushesAside = size % 7 == 0 }], []));
        }

        private IEnumerable<long> Waiting() => Air.Alerts.SelectMany(one => one.Said!.Seqs);

        private IEnumerable<long> OnAirNow() => Air.Airings.Where(one => one.Origin == Origin.Alert).SelectMany(one => one.Said!.Seqs);

        private void Look()
        {
            var alert = Air.Airings.SingleOrDefault(one => one.Origin == Origin.Alert);
            if (alert is not null && alert.Id.Value != _onAir)
            {
                Assert.True(_gone is null || Now - _gone >= Gap - Duration.FromMilliseconds(250), "it came before its gap was over");
                Assert.False(Air.HoldsAlerts && _held is { } since && Now - since > Duration.FromMilliseconds(250), "it came while alerts were held back");
                Assert.All(alert.Said!.Seqs, seq => Assert.False(_retracted.Contains(seq), "it tells of what was taken back"));
                Assert.All(alert.Said.Seqs, seq => Assert.True(_repeats || _shown.Add(seq) || alert.Said.Gift.Length > 0 || WasCutShort(), $"event {seq} was shown twice"));
            }

            _shown.UnionWith(OnAirNow());
            _gone = alert is null && _onAir is not null ? Now : alert is null ? _gone : null;
            _onAir = alert?.Id.Value;
            _held = Air.HoldsAlerts ? _held ?? Now : null;
            Assert.True(Air.Alerts.Count <= 22, "too many wait");
            var waiting = Air.Alerts.Where(one => !one.IsAgain).SelectMany(one => one.Said!.Seqs).ToList();
            Assert.Equal(waiting.Count, waiting.Distinct().Count());
            Assert.All(Air.Alerts, one => Assert.False(one.Until < Now, "it waits beyond its time"));
            Assert.All(Waiting(), seq => Assert.False(_retracted.Contains(seq), "what was taken back waits"));
        }

        /// <summary>Whether a press has sent it away within its first second, so that it has its turn again (rule 19), or lights back has brought it back (rule 23).</summary>
        private bool WasCutShort() => Log.Any(one => one is { Kind: HappeningKind.Lit, Origin: Origin.Person } or { Kind: HappeningKind.LightsBack });
    }
}
