using System.Buffers.Binary;
using System.Runtime.InteropServices;
using Microsoft.Win32.SafeHandles;

namespace SideLamp.Server.Files;

/// <summary>What kind of thing lies at a path.</summary>
public enum FileKind
{
    Regular,
    Folder,

    /// <summary>A pipe, a device or a socket: reading it would wait, or never end.</summary>
    Other,
}

/// <summary>What tells one state of a file from another.</summary>
/// <param name="Size">In bytes.</param>
/// <param name="Modified">In ns since 1970; so is <paramref name="Changed"/>, of the file's own data.</param>
public readonly record struct FileSignature(ulong Device, ulong Inode, long Size, Int128 Modified, Int128 Changed)
{
    /// <summary>Times of files are coarse: one that was written just now may be written again within the same tick.</summary>
    private static readonly TimeSpan FreshFor = TimeSpan.FromSeconds(2);

    /// <summary>Whether whatever is written from now on will show in it.</summary>
    public bool IsSure(DateTimeOffset now) => ((Int128)now.ToUnixTimeMilliseconds() * 1_000_000) - Int128.Max(Modified, Changed) > (Int128)FreshFor.TotalNanoseconds;
}

/// <summary>
/// A file, opened without waiting and asked what it is before a byte is read. The framework's own opening waits for ever on a
/// pipe that nobody writes to. Source: open(2), statx(2).
/// </summary>
public sealed partial class UnixFile : IDisposable
{
    public const int NoEntry = 2;
    public const int NotAllowed = 13;
    public const int NotAFolder = 20;
    public const int TooManyLinks = 40;

    private const int ReadOnly = 0;
    private const int NonBlocking = 0x800;
    private const int CloseOnExec = 0x80000;
    private const int EmptyPath = 0x1000;
    private const int WorkingFolder = -100;
    private const uint BasicStats = 0x7ff;
    private const int StatxSize = 256;
    private const int TypeMask = 0xF000;
    private const int RegularType = 0x8000;
    private const int FolderType = 0x4000;

    private readonly SafeFileHandle _handle;

    private UnixFile(SafeFileHandle handle) => _handle = handle;

    /// <returns>The file, or why not: an errno.</returns>
    public static (UnixFile? File, int Errno) Open(string path)
    {
        var descriptor = OpenFile(path, ReadOnly | NonBlocking | CloseOnExec);
        return descriptor < 0 ? (null, Marshal.GetLastPInvokeError()) : (new UnixFile(new SafeFileHandle(descriptor, ownsHandle: true)), 0);
    }

    /// <summary>
    /// What lies at a path now, without opening it: to close a database's file once more lets go of all locks that this process
    /// holds on it (fcntl(2)).
    /// </summary>
    /// <returns>Null where nothing can be found.</returns>
    public static FileSignature? At(string path)
    {
        Span<byte> told = stackalloc byte[StatxSize];
        return Statx(WorkingFolder, path, 0, BasicStats, ref MemoryMarshal.GetReference(told)) == 0 ? Read(told).Signature : null;
    }

    /// <exception cref="IOException">It cannot be asked.</exception>
    public (FileKind Kind, FileSignature Signature) Ask()
    {
        Span<byte> told = stackalloc byte[StatxSize];
        if (Statx((int)_handle.DangerousGetHandle(), "", EmptyPath, BasicStats, ref MemoryMarshal.GetReference(told)) != 0)
        {
            throw new IOException(Marshal.GetPInvokeErrorMessage(Marshal.GetLastPInvokeError()));
        }

        return Read(told);
    }

    private static (FileKind Kind, FileSignature Signature) Read(ReadOnlySpan<byte> told)
    {
        // struct statx: mode at 28, inode at 32, size at 40, ctime at 96, mtime at 112, device at 136; the same on every machine.
        var type = BinaryPrimitives.ReadUInt16LittleEndian(told[28..]) & TypeMask;
        return (
            type == RegularType ? FileKind.Regular : type == FolderType ? FileKind.Folder : FileKind.Other,
            new FileSignature(
                BinaryPrimitives.ReadUInt64LittleEndian(told[136..]),
                BinaryPrimitives.ReadUInt64LittleEndian(told[32..]),
                BinaryPrimitives.ReadInt64LittleEndian(told[40..]),
                TimeAt(told[112..]),
                TimeAt(told[96..])
            )
        );
    }

    /// <summary>All of it, up to a length.</summary>
    /// <param name="expected">As many bytes as it most likely has: room for the most would be taken, and cleared, at each look.</param>
    /// <exception cref="IOException">It cannot be read.</exception>
    public byte[] Read(int most, long expected)
    {
        var bytes = new byte[Math.Clamp(expected + 1, 1, most)];
        var length = 0;
        int read;
        while (length < most && (read = RandomAccess.Read(_handle, bytes.AsSpan(length), length)) > 0)
        {
            length += read;
            if (length == bytes.Length && length < most)
            {
                // It has grown meanwhile.
                Array.Resize(ref bytes, (int)Math.Min(most, bytes.Length * 2L));
            }
        }

        return bytes.Length == length ? bytes : bytes[..length];
    }

    public void Dispose() => _handle.Dispose();

    private static Int128 TimeAt(ReadOnlySpan<byte> told) => ((Int128)BinaryPrimitives.ReadInt64LittleEndian(told) * 1_000_000_000) + BinaryPrimitives.ReadUInt32LittleEndian(told[8..]);

    [LibraryImport("libc", EntryPoint = "open", SetLastError = true, StringMarshalling = StringMarshalling.Utf8)]
    private static partial int OpenFile(string path, int flags);

    [LibraryImport("libc", EntryPoint = "statx", SetLastError = true, StringMarshalling = StringMarshalling.Utf8)]
    private static partial int Statx(int folder, string path, int flags, uint mask, ref byte told);
}
