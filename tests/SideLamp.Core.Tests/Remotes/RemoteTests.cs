using System.Collections.Immutable;
using System.Globalization;
using System.Reflection;
using CsCheck;
using NodaTime;
using SideLamp.Core.Loop;
using SideLamp.Core.Remotes;

namespace SideLamp.Core.Tests.Remotes;

/// <summary>Who is let in from the local network, and what they may do.</summary>
public sealed class RemoteTests
{
    private static readonly Instant Begun = Instant.FromUnixTimeSeconds(1_790_000_000);

    /// <summary>However it is tried: the right digits once, within two minutes, among the first five.</summary>
    [Fact]
    public void A_code_lets_one_device_in_for_two_minutes_and_five_tries() =>
        Gen.Select(Gen.Int[0, PairingCode.Numbers - 1], Gen.Select(Gen.Int[0, 40_000], Gen.Int[0, 3]).Array[1, 12])
            .Sample(
                (number, tries) =>
                {
                    PairingCode? code = PairingCode.Fresh(number, Begun);
                    Assert.Equal(number, int.Parse(code.Digits, CultureInfo.InvariantCulture));
                    Assert.Equal(PairingCode.Length, code.Digits.Length);
                    var (right, now, wrong, isIn) = (code.Digits, Begun, 0, false);
                    foreach (var (pause, kind) in tries)
                    {
                        now += Duration.FromMilliseconds(pause);
                        var isRight = kind == 3;
                        var given = isRight ? $" {right[..3]}-{right[3..]} " : kind == 2 ? "" : $"{(number + 1 + kind) % PairingCode.Numbers:D6}";
                        if (code is null)
                        {
                            break;
                        }

                        (var letsIn, code) = code.Try(given, now);
                        Assert.Equal(isRight && now < Begun + Duration.FromMinutes(2), letsIn);
                        wrong += isRight ? 0 : 1;
                        isIn |= letsIn;
                        Assert.Equal(isIn || now >= Begun + Duration.FromMinutes(2) || wrong == 5, code is null);
                    }
                },
                iter: 2000,
                writeLine: TestContext.Current.TestOutputHelper!.WriteLine
            );

    [Fact]
    public void No_two_devices_have_one_name()
    {
        var names = new[] { "", null, "Phone", "phone 2", " Tablet ", "Tablet" };
        var devices = names.Aggregate(ImmutableArray<Device>.Empty, (all, wish) => all.Add(new Device($"{all.Length}", Device.NameBeside(wish, all), "", Begun)));
        Assert.Equal(["Phone", "Phone 2", "Phone 3", "phone 2 2", "Tablet", "Tablet 2"], devices.Select(device => device.Name));
    }

    /// <summary>A press with which words could be brought is none of a remote's, whatever verbs are added.</summary>
    [Fact]
    public void What_a_remote_may_press_brings_no_words()
    {
        var allowed = 0;
        foreach (var kind in typeof(Press).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(Press))))
        {
            var make = kind.GetConstructors().MaxBy(one => one.GetParameters().Length)!;
            var press = (Press)make.Invoke([.. make.GetParameters().Select(one => one.ParameterType.IsValueType ? Activator.CreateInstance(one.ParameterType) : null)]);
            if (RemotePress.May(press))
            {
                allowed++;
                Assert.DoesNotContain(kind.GetProperties(BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly), one => one.PropertyType == typeof(string));
                Assert.False(RemotePress.May(press with { Draft = new Draft(new GraphicId("a"), new CardId("b"), ImmutableDictionary<string, string>.Empty, 0) }));
            }
        }

        Assert.InRange(allowed, 8, 14);
    }
}
