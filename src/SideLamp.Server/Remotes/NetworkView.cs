using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Server.Remotes;

/// <summary>How Side Lamp stands towards the local network, as desks show it.</summary>
/// <param name="IsOpen">Whether the streamer wants it to be listened to there.</param>
/// <param name="Port">Where it listens; null = it does not.</param>
/// <param name="Trouble">Why it does not, though it is open; null = it does.</param>
/// <param name="Addresses">Of this computer there, the likeliest first; none = it is in no network now.</param>
/// <param name="Code">What lets a device in now; null = nothing does.</param>
public sealed record NetworkView(bool IsOpen, int? Port, string? Trouble, ImmutableArray<string> Addresses, ImmutableArray<DeviceView> Devices, CodeView? Code);

/// <summary>A device that has been let in.</summary>
/// <param name="Since">When it was let in.</param>
/// <param name="Connected">Whether its remote is open now.</param>
public sealed record DeviceView(string Id, string Name, Instant Since, bool Connected);

/// <summary>A code that lets one device in, with its address as a picture for the device's camera.</summary>
/// <param name="Side">Of the picture, in squares.</param>
/// <param name="Squares">The dark ones, as an SVG path; one unit a square.</param>
public sealed record CodeView(string Digits, Instant Until, int TriesLeft, int Side, string Squares);
