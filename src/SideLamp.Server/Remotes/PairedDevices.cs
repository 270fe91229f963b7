using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using NodaTime;
using SideLamp.Core.Editing;
using SideLamp.Core.Remotes;
using SideLamp.Server.Data;

namespace SideLamp.Server.Remotes;

/// <summary>
/// The devices that have been let in, and whether they are listened to: in a file of their own, for they belong to this computer
/// and go nowhere with the show.
/// </summary>
public sealed class PairedDevices
{
    public const string FileName = "devices";

    private readonly string _file;
    private readonly Lock _turn = new();
    private volatile Stored _stored;
    private volatile PairingCode? _code;

    public PairedDevices(string folder)
    {
        _file = Path.Combine(folder, FileName);
        (_stored, var wasDamaged) = WholeFile.Read(_file, Stored.None);
        Said = wasDamaged ? "The list of phones that were let in was damaged, and is set aside: let them in anew." : null;
    }

    /// <summary>How they were found, in a sentence; null = as they were left.</summary>
    public string? Said { get; }

    /// <summary>Something of this is otherwise: who is let in, or the code.</summary>
    public event Action Changed = () => { };

    /// <summary>Whether the streamer has opened Side Lamp to the local network.</summary>
    public bool IsOpen => _stored.IsOpen;

    public ImmutableArray<Device> All => _stored.Devices;

    /// <summary>What lets a device in now; null = nothing does.</summary>
    public PairingCode? CodeAt(Instant now) => _code is { } code && !code.IsOverAt(now) ? code : null;

    /// <exception cref="IOException">It cannot be kept.</exception>
    public void SetOpen(bool isOpen)
    {
        lock (_turn)
        {
            Keep(_stored with { IsOpen = isOpen });
            _code = isOpen ? _code : null;
        }

        Changed();
    }

    /// <summary>Another code: the one before lets nobody in any more.</summary>
    /// <exception cref="RefusedException">There is no place for another device.</exception>
    public void MakeCode(Instant now)
    {
        lock (_turn)
        {
            ThrowIfFull();
            _code = PairingCode.Fresh(RandomNumberGenerator.GetInt32(PairingCode.Numbers), now);
        }

        Changed();
    }

    public void DropCode()
    {
        lock (_turn)
        {
            _code = null;
        }

        Changed();
    }

    /// <summary>Lets a device in.</summary>
    /// <param name="name">Null = the usual one.</param>
    /// <returns>What it proves itself with from now on: told once, and kept by its hash alone.</returns>
    /// <exception cref="RefusedException">The digits are not those of the code, or there is none; or the name is too long.</exception>
    /// <exception cref="IOException">It cannot be kept.</exception>
    public (Device Device, string Secret) Pair(string digits, string? name, Instant now)
    {
        if (name is { Length: > Device.LongestName })
        {
            throw RefusedException.Faulty("/name", $"A device has a name of up to {Device.LongestName} characters.");
        }

        Device? device = null;
        var secret = Ids.Secret();
        string? refusal = null;
        lock (_turn)
        {
            if (_code is not { } code || code.IsOverAt(now))
            {
                throw RefusedException.Conflict("No code stands now. Ask for a new one at the computer: Outputs, Phone remote, Let a phone in.");
            }

            (var letsIn, _code) = code.Try(digits, now);
            if (letsIn)
            {
                ThrowIfFull();
                device = new Device(Ids.Fresh(), Device.NameBeside(name, All), HashOf(secret), now);
                Keep(_stored with { Devices = All.Add(device) });
            }
            else
            {
                refusal = _code is { TriesLeft: var left } ? $"These are not the digits of the code. {(left == 1 ? "One try is left." : $"{left} tries are left.")}" : "These are not the digits of the code, and it is used up. Ask for a new one at the computer.";
            }
        }

        Changed();
        return device is null ? throw RefusedException.Faulty("/code", refusal!) : (device, secret);
    }

    /// <summary>It is let in no more, from now on.</summary>
    /// <exception cref="RefusedException">There is no such device.</exception>
    /// <exception cref="IOException">It cannot be kept.</exception>
    public void TurnAway(string id)
    {
        lock (_turn)
        {
            var left = All.RemoveAll(device => device.Id == id);
            if (left.Length == All.Length)
            {
                throw RefusedException.NotFound("device");
            }

            Keep(_stored with { Devices = left });
        }

        Changed();
    }

    /// <summary>The device with this secret; null = it is not let in, or not any more. Compared in constant time.</summary>
    public Device? With(string secret)
    {
        var hash = Encoding.ASCII.GetBytes(HashOf(secret));
        return All.FirstOrDefault(device => CryptographicOperations.FixedTimeEquals(hash, Encoding.ASCII.GetBytes(device.SecretHash)));
    }

    /// <summary>Writes all of them into a folder that was made anew.</summary>
    public void KeepAgain()
    {
        lock (_turn)
        {
            Keep(_stored);
        }
    }

    private void ThrowIfFull()
    {
        if (All.Length >= Device.Most)
        {
            throw RefusedException.Conflict($"{Device.Most} devices are let in. Turn one away first.");
        }
    }

    private void Keep(Stored stored)
    {
        WholeFile.Write(_file, stored);
        _stored = stored;
    }

    private static string HashOf(string secret) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));

    private sealed record Stored(bool IsOpen, ImmutableArray<Device> Devices)
    {
        public static readonly Stored None = new(false, []);
    }
}
