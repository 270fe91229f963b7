using System.Collections.Concurrent;
using System.Runtime.InteropServices;

namespace SideLamp.Rendering;

/// <summary>
/// The few functions of ICU that .NET lacks: where lines may break (UAX #14), where graphemes end (UAX #29), and how directions
/// nest (UAX #9). .NET on Linux needs ICU anyway, so the library is on every machine that runs the app.
/// </summary>
internal static unsafe class Icu
{
    private const int NewestKnown = 90;
    private const int OldestKnown = 60;
    private const int LineBreaks = 2;
    private const int Graphemes = 0;
    private const int EmojiPresentation = 58;
    private const byte DefaultLeftToRight = 0xFE;

    /// <summary>The first letter that runs to the left is U+0590; before it nothing steers directions either. Source: UAX #9, bidirectional classes.</summary>
    private const char LastBeforeRightToLeft = '\u058F';

    private static readonly (nint Library, int Version) Loaded = Load("uc");
    private static readonly delegate* unmanaged<int, byte*, char*, int, int*, nint> BreakOpen =
        (delegate* unmanaged<int, byte*, char*, int, int*, nint>)Function("ubrk_open");
    private static readonly delegate* unmanaged<nint, int> BreakNext = (delegate* unmanaged<nint, int>)Function("ubrk_next");
    private static readonly delegate* unmanaged<nint, char*, int, int*, void> BreakSetText = (delegate* unmanaged<nint, char*, int, int*, void>)Function("ubrk_setText");
    private static readonly delegate* unmanaged<nint> BidiOpen = (delegate* unmanaged<nint>)Function("ubidi_open");
    private static readonly delegate* unmanaged<nint, char*, int, byte, byte*, int*, void> BidiSetPara =
        (delegate* unmanaged<nint, char*, int, byte, byte*, int*, void>)Function("ubidi_setPara");
    private static readonly delegate* unmanaged<nint, int*, byte*> BidiLevels = (delegate* unmanaged<nint, int*, byte*>)Function("ubidi_getLevels");
    private static readonly delegate* unmanaged<nint, byte> BidiParaLevel = (delegate* unmanaged<nint, byte>)Function("ubidi_getParaLevel");
    private static readonly delegate* unmanaged<nint, void> BidiClose = (delegate* unmanaged<nint, void>)Function("ubidi_close");
    private static readonly delegate* unmanaged<int, int, sbyte> HasProperty = (delegate* unmanaged<int, int, sbyte>)Function("u_hasBinaryProperty");

    /// <summary>Iterators that nobody uses now, by their kind: to open one takes longer than to use it.</summary>
    private static readonly ConcurrentDictionary<int, ConcurrentBag<nint>> Iterators = new();

    /// <summary>Indices where a line may end, the text's length last.</summary>
    public static List<int> LineBreaksOf(string text) => BoundariesOf(text, LineBreaks);

    /// <summary>Indices where a grapheme ends, the text's length last.</summary>
    public static List<int> GraphemesOf(string text) => BoundariesOf(text, Graphemes);

    /// <summary>Whether a character is shown as a picture unless told otherwise. Source: UTS #51.</summary>
    public static bool IsEmoji(int rune) => HasProperty(rune, EmojiPresentation) != 0;

    /// <summary>The embedding level of each UTF-16 unit, and of the paragraph: even runs to the right, odd to the left.</summary>
    /// <param name="rtl">The paragraph's direction; null = by its first strong letter.</param>
    public static (byte[] Levels, byte Paragraph) LevelsOf(string text, bool? rtl)
    {
        if (rtl != true && !text.AsSpan().ContainsAnyExceptInRange('\0', LastBeforeRightToLeft))
        {
            return (new byte[text.Length], 0);
        }

        if (text.Length == 0)
        {
            return ([], 1);
        }

        var bidi = BidiOpen();
        try
        {
            fixed (char* start = text)
            {
                var status = 0;
                BidiSetPara(bidi, start, text.Length, rtl is { } known ? (byte)(known ? 1 : 0) : DefaultLeftToRight, null, &status);
                var levels = new ReadOnlySpan<byte>(BidiLevels(bidi, &status), text.Length).ToArray();
                Check(status);
                return (levels, BidiParaLevel(bidi));
            }
        }
        finally
        {
            BidiClose(bidi);
        }
    }

    /// <summary>A text in the letters that stand for all that look like them. Source: UTS #39.</summary>
    public static string SkeletonOf(string text)
    {
        // One letter may stand for several.
        var made = new char[(text.Length * 20) + 20];
        fixed (char* start = text, into = made)
        {
            var status = 0;
            var length = Spoofing.Skeleton(Spoofing.Checker, 0, start, text.Length, into, made.Length, &status);
            Check(status);
            return new string(made, 0, length);
        }
    }

    private static List<int> BoundariesOf(string text, int kind)
    {
        var found = new List<int>();
        if (text.Length == 0)
        {
            return found;
        }

        var idle = Iterators.GetOrAdd(kind, _ => []);
        if (!idle.TryTake(out var iterator))
        {
            iterator = Open(kind);
        }

        fixed (char* start = text)
        {
            var status = 0;
            BreakSetText(iterator, start, text.Length, &status);
            Check(status);
            for (var at = BreakNext(iterator); at >= 0; at = BreakNext(iterator))
            {
                found.Add(at);
            }
        }

        idle.Add(iterator);

        return found;
    }

    private static nint Open(int kind)
    {
        fixed (byte* locale = "en\0"u8)
        {
            var status = 0;
            var iterator = BreakOpen(kind, locale, null, 0, &status);
            Check(status);
            return iterator;
        }
    }

    /// <summary>ICU's own codes: above 0 is a failure, below is a remark.</summary>
    private static void Check(int status)
    {
        if (status > 0)
        {
            throw new InvalidOperationException($"ICU answered with error {status}.");
        }
    }

    private static (nint, int) Load(string part)
    {
        for (var version = NewestKnown; version >= OldestKnown; version--)
        {
            if (NativeLibrary.TryLoad($"libicu{part}.so.{version}", out var library))
            {
                return (library, version);
            }
        }

        throw new DllNotFoundException("Side Lamp needs the ICU library (Debian: apt-get install libicu72, or the version your system has).");
    }

    /// <summary>The library's other half, loaded by whoever first asks for look-alikes: most shows never do.</summary>
    private static class Spoofing
    {
        private static readonly (nint Library, int Version) Loaded = Load("i18n");
        private static readonly delegate* unmanaged<int*, nint> Open = (delegate* unmanaged<int*, nint>)NativeLibrary.GetExport(Loaded.Library, $"uspoof_open_{Loaded.Version}");
        public static readonly delegate* unmanaged<nint, uint, char*, int, char*, int, int*, int> Skeleton =
            (delegate* unmanaged<nint, uint, char*, int, char*, int, int*, int>)NativeLibrary.GetExport(Loaded.Library, $"uspoof_getSkeleton_{Loaded.Version}");

        /// <summary>Reading it is safe from anywhere; it is never closed.</summary>
        public static readonly nint Checker = Opened();

        private static nint Opened()
        {
            var status = 0;
            var checker = Open(&status);
            Check(status);
            return checker;
        }
    }

    private static nint Function(string name) => NativeLibrary.GetExport(Loaded.Library, $"{name}_{Loaded.Version}");
}
