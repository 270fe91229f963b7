using System.Collections.Immutable;
using SideLamp.Core.Loop;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Data;

/// <summary>What the server begins with.</summary>
/// <param name="Kept">What of it is on the disk already; null = all must be written.</param>
/// <param name="Said">What the streamer should know of how it was found, in sentences.</param>
/// <param name="Samples">Stored files that templates show as samples, by their ids.</param>
public sealed record Opening(DataFolder Folder, EngineClock Clock, Stage Stage, Kept? Kept, ImmutableArray<string> Said, ImmutableHashSet<string> Samples)
{
    /// <exception cref="IOException">Another Side Lamp uses the folder, or it cannot be written; the message says which.</exception>
    /// <exception cref="InvalidOperationException">What is in it was kept by a later version.</exception>
    public static Opening Of(ServeOptions options) => DataFolder.Open(options).Opening(options);
}
