using System.Text.Json;
using SideLamp.Core.Brands;

namespace SideLamp.Core.Templates;

/// <summary>Reads what any part may have: how large it is, what it is made of, how it moves.</summary>
internal static class DressReader
{
    public static Surface Surface(Cursor at)
    {
        var surface = new Surface(
            Paint(at, "fill") ?? new Paint("plate"),
            Paint(at, "to"),
            at.Number("angle", 90, 0, 360),
            at.Number("reach", 1, 0.05, 1),
            at.Word("cut", Cut.Brand),
            at.Has("radius") ? at.Number("radius", 0, 0, 400) : null,
            at.Flag("lit", false),
            at.Flag("shadow", false),
            Paint(at, "halo"),
            at.Number("haloSize", 0, 0, 80),
            Paint(at, "outline"),
            at.Number("outlineWidth", 0, 0, 40)
        );
        at.Finish();
        return surface;
    }

    /// <summary>A role alone (<c>"ink"</c>), or with how much it lets through (<c>"ink/0.5"</c>).</summary>
    public static Paint? Paint(Cursor at, string name)
    {
        if (!at.Has(name))
        {
            return null;
        }

        var parts = at.String(name).Split('/');
        var alpha = 1.0;
        var sound =
            Palette.Roles.Contains(parts[0])
            && parts.Length <= 2
            && (parts.Length == 1 || double.TryParse(parts[1], System.Globalization.CultureInfo.InvariantCulture, out alpha))
            && alpha is >= 0 and <= 1;
        if (!sound)
        {
            at.Fault(name, $"Name one of the roles {string.Join(", ", Palette.Roles)}, perhaps with an alpha: “ink/0.5”.");
        }

        return new Paint(parts[0], alpha);
    }

    public static Extent Size(Cursor at, string name)
    {
        if (!at.Has(name))
        {
            return Extent.Hug;
        }

        return at.Raw(name) switch
        {
            { ValueKind: JsonValueKind.Number } => new Extent(ExtentKind.Fixed, at.Number(name, 0, 0, 4096)),
            _ => at.Word(name, ExtentKind.Hug) == ExtentKind.Fill ? Extent.Fill : Extent.Hug,
        };
    }

    /// <summary>One number for all sides, or four as CSS orders them: top, right, bottom, left.</summary>
    public static Insets Insets(Cursor at, string name)
    {
        if (!at.Has(name))
        {
            return default;
        }

        if (at.Raw(name).ValueKind == JsonValueKind.Number)
        {
            var all = at.Number(name, 0, 0, 500);
            return new Insets(all, all, all, all);
        }

        var sides = at.Numbers(name, 0, 500);
        if (sides.Length != 4)
        {
            at.Fault(name, "Give one number, or four: top, right, bottom, left.");
            return default;
        }

        return new Insets(sides[0], sides[1], sides[2], sides[3]);
    }

    public static Motion Motion(Cursor at)
    {
        var motion = new Motion(
            at.Word("kind", MotionKind.Fade),
            at.Word("from", Side.Left),
            at.Milliseconds("delay", 0, 0, 10_000),
            at.Milliseconds("for", 400, 0, 10_000),
            at.Number("distance", 0, 0, 4096),
            at.Word("ease", Easing.Settle),
            at.Has("keys") ? at.List("keys", Key) : []
        );
        if (motion.Kind == MotionKind.Keys == motion.Keys.IsEmpty)
        {
            at.Fault("keys", "A motion of kind “keys” has at least one key, and no other kind has any.");
        }

        if (motion.Keys.Zip(motion.Keys.Skip(1)).Any(pair => pair.First.At >= pair.Second.At))
        {
            at.Fault("keys", "Each key comes after the one before it: “at” must rise.");
        }

        at.Finish();
        return motion;
    }

    private static MotionKey Key(Cursor at)
    {
        var key = new MotionKey(
            at.Number("at", 0, 0, 1),
            at.Number("x", 0, -4096, 4096),
            at.Number("y", 0, -4096, 4096),
            at.Number("scale", 1, 0, 10),
            at.Number("turn", 0, -1440, 1440),
            at.Number("alpha", 1, 0, 1),
            at.Number("blur", 0, 0, 80),
            at.Number("wipe", 0, 0, 1),
            at.Word("from", Side.Left)
        );
        at.Finish();
        return key;
    }

    public static Hold Hold(Cursor at)
    {
        var hold = new Hold(at.Word("kind", HoldKind.Pulse), at.Milliseconds("period", 2000, 200, 60_000));
        at.Finish();
        return hold;
    }

    /// <summary>Two numbers: px to the right and px down.</summary>
    public static Spot Spot(Cursor at)
    {
        var place = at.Numbers("at", -4096, 4096);
        if (place.Length == 2)
        {
            return new Spot(place[0], place[1]);
        }

        at.Fault("at", "Give two numbers: px to the right and px down.");
        return default;
    }
}
