

namespace SideLamp.Core.Editing;

/// <summary>What is to change in an output; what is null stays.</summary>
public sealed record OutputEdit(long Revision, string? Name = null, bool? Sounds = null);

public sealed record EditOutput(OutputId Id, OutputEdit Wish) : Edit
{
    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var output = scope.Show.Output(Id) ?? throw RefusedException.NotFound("output");
        if (Wish.Name is { } name && Names.FaultIn(name) is { } fault)
        {
            throw RefusedException.Faulty([fault]);
        }

        var edited = output with { Name = Wish.Name ?? output.Name, Sounds = Wish.Sounds ?? output.Sounds };
        return new Edited(scope.Show.With(edited), $"output “{edited.Name}”", Edits.Touched($"outputs/{Id}/", ("name", Wish.Name is not null), ("sounds", Wish.Sounds is not null)));
    }
}

/// <summary>A leaked link goes dark; it is never undone.</summary>
public sealed record ReplaceLink(OutputId Id, string Token) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var output = scope.Show.Output(Id) ?? throw RefusedException.NotFound("output");
        return new Edited(scope.Show.With(output with { Token = Token }), "a new link", []) { CanBeUndone = false };
    }
}
