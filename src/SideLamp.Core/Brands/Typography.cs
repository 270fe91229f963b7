using System.Collections.Immutable;

namespace SideLamp.Core.Brands;

/// <summary>The families of type. Each names a shipped family of <see cref="Typefaces"/>, or one of the brand's own.</summary>
/// <param name="Own">Faces that the streamer brought. They travel with the brand.</param>
/// <param name="Figures">For numbers that move; null = as headings.</param>
public sealed record Typography(string Heading, string Body, ImmutableArray<Face> Own, string? Figures = null)
{
    /// <summary>The face for a wish: the nearest that exists as a file.</summary>
    /// <param name="wish">A family in place of the role's; one that is not there any more is passed over.</param>
    public Face Face(TypeRole role, int weight, bool italic = false, string? wish = null)
    {
        var family = role switch
        {
            _ when wish is not null && Families.Contains(wish) => wish,
            TypeRole.Heading => Heading,
            TypeRole.Figures => Figures ?? Heading,
            _ => Body,
        };
        return Typefaces.Nearest(Own.IsEmpty ? Typefaces.Shipped : Own.AddRange(Typefaces.Shipped), family, weight, italic);
    }

    private IEnumerable<string> Families => Typefaces.Families.Union(Own.Select(face => face.Family));

    public IEnumerable<Fault> Faults()
    {
        var families = Families.ToList();
        foreach (var (path, family) in new[] { ("/heading", Heading), ("/body", Body), ("/figures", Figures ?? Heading) })
        {
            if (!families.Contains(family))
            {
                yield return new Fault(path, $"There is no typeface “{family}”. There are: {string.Join(", ", families)}.");
            }
        }
    }
}
