using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Takes pictures in: their type is what their bytes say, not what their name says.</summary>
public static class Pictures
{
    public const int LargestBytes = 20 << 20;

    /// <exception cref="RefusedException">It is too large, or none of the kinds that pages can show.</exception>
    public static async Task<(byte[] Bytes, string Type)> Receive(HttpRequest request)
    {
        using var copy = new MemoryStream();
        var buffer = new byte[81920];
        int read;
        while ((read = await request.Body.ReadAsync(buffer)) > 0)
        {
            copy.Write(buffer, 0, read);
            if (copy.Length > LargestBytes)
            {
                throw RefusedException.Faulty("", $"The picture is larger than {LargestBytes >> 20} MiB. Save it smaller.");
            }
        }

        var bytes = copy.ToArray();
        return TypeOf(bytes) is { } type ? (bytes, type) : throw RefusedException.Faulty("", "This is no picture that Side Lamp can show. Use PNG, JPEG, WebP or GIF.");
    }

    /// <summary>By the signatures in the formats' own specifications (from memory).</summary>
    private static string? TypeOf(byte[] bytes) =>
        bytes.AsSpan() switch
        {
            [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, ..] => "image/png",
            [0xFF, 0xD8, 0xFF, ..] => "image/jpeg",
            [(byte)'G', (byte)'I', (byte)'F', (byte)'8', (byte)'7' or (byte)'9', (byte)'a', ..] => "image/gif",
            [(byte)'R', (byte)'I', (byte)'F', (byte)'F', _, _, _, _, (byte)'W', (byte)'E', (byte)'B', (byte)'P', ..] => "image/webp",
            _ => null,
        };
}
