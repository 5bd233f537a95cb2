using System.Text.Json.Serialization;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>
/// A change a person can make. Applying it is a plain function from film to film; what takes it back is found by
/// comparing the two films (<see cref="Inverse"/>), so it need not be written for each.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Together), "together")]
[JsonDerivedType(typeof(PutBack), "putBack")]
[JsonDerivedType(typeof(ChangeFilm), "changeFilm")]
[JsonDerivedType(typeof(AddPuppet), "addPuppet")]
[JsonDerivedType(typeof(ChangePuppet), "changePuppet")]
[JsonDerivedType(typeof(PairThings), "pairThings")]
[JsonDerivedType(typeof(RemovePuppet), "removePuppet")]
[JsonDerivedType(typeof(TakeFromShelf), "takeFromShelf")]
[JsonDerivedType(typeof(ChangePart), "changePart")]
[JsonDerivedType(typeof(MovePart), "movePart")]
[JsonDerivedType(typeof(RedrawPuppet), "redrawPuppet")]
[JsonDerivedType(typeof(DuplicateParts), "duplicateParts")]
[JsonDerivedType(typeof(Recolour), "recolour")]
[JsonDerivedType(typeof(AddPart), "addPart")]
[JsonDerivedType(typeof(GroupParts), "groupParts")]
[JsonDerivedType(typeof(SplitPart), "splitPart")]
[JsonDerivedType(typeof(RemovePart), "removePart")]
[JsonDerivedType(typeof(PutOnPart), "putOnPart")]
[JsonDerivedType(typeof(TakeOffPart), "takeOffPart")]
[JsonDerivedType(typeof(KneadMesh), "kneadMesh")]
[JsonDerivedType(typeof(PaintWeights), "paintWeights")]
[JsonDerivedType(typeof(PutDial), "putDial")]
[JsonDerivedType(typeof(RemoveDial), "removeDial")]
[JsonDerivedType(typeof(AddPin), "addPin")]
[JsonDerivedType(typeof(ChangePin), "changePin")]
[JsonDerivedType(typeof(RemovePin), "removePin")]
[JsonDerivedType(typeof(AddBone), "addBone")]
[JsonDerivedType(typeof(ChangeBone), "changeBone")]
[JsonDerivedType(typeof(RemoveBone), "removeBone")]
[JsonDerivedType(typeof(AddReach), "addReach")]
[JsonDerivedType(typeof(ChangeReach), "changeReach")]
[JsonDerivedType(typeof(RemoveReach), "removeReach")]
[JsonDerivedType(typeof(AddShot), "addShot")]
[JsonDerivedType(typeof(ChangeShot), "changeShot")]
[JsonDerivedType(typeof(RemoveShot), "removeShot")]
[JsonDerivedType(typeof(MoveShot), "moveShot")]
[JsonDerivedType(typeof(CopyShot), "copyShot")]
[JsonDerivedType(typeof(AddThing), "addThing")]
[JsonDerivedType(typeof(ChangeThing), "changeThing")]
[JsonDerivedType(typeof(CopyThing), "copyThing")]
[JsonDerivedType(typeof(RemoveThing), "removeThing")]
[JsonDerivedType(typeof(MoveThing), "moveThing")]
[JsonDerivedType(typeof(AddShake), "addShake")]
[JsonDerivedType(typeof(ChangeShake), "changeShake")]
[JsonDerivedType(typeof(RemoveShake), "removeShake")]
[JsonDerivedType(typeof(AddSound), "addSound")]
[JsonDerivedType(typeof(RenameSound), "renameSound")]
[JsonDerivedType(typeof(RemoveSound), "removeSound")]
[JsonDerivedType(typeof(PlaceSound), "placeSound")]
[JsonDerivedType(typeof(ChangeSoundUse), "changeSoundUse")]
[JsonDerivedType(typeof(TrimSound), "trimSound")]
[JsonDerivedType(typeof(SplitSound), "splitSound")]
[JsonDerivedType(typeof(RemoveSoundUse), "removeSoundUse")]
[JsonDerivedType(typeof(PutCues), "putCues")]
[JsonDerivedType(typeof(MoveCue), "moveCue")]
[JsonDerivedType(typeof(NudgeCues), "nudgeCues")]
[JsonDerivedType(typeof(SetMouths), "setMouths")]
[JsonDerivedType(typeof(SetKeys), "setKeys")]
[JsonDerivedType(typeof(RemoveKeys), "removeKeys")]
[JsonDerivedType(typeof(MoveKeys), "moveKeys")]
[JsonDerivedType(typeof(RetimeKeys), "retimeKeys")]
[JsonDerivedType(typeof(RemoveChosenKeys), "removeChosenKeys")]
[JsonDerivedType(typeof(CopyKeys), "copyKeys")]
[JsonDerivedType(typeof(Lend), "lend")]
[JsonDerivedType(typeof(StretchShot), "stretchShot")]
[JsonDerivedType(typeof(InsertFrames), "insertFrames")]
[JsonDerivedType(typeof(TakeOutFrames), "takeOutFrames")]
[JsonDerivedType(typeof(SetGap), "setGap")]
[JsonDerivedType(typeof(ChangeGap), "changeGap")]
[JsonDerivedType(typeof(HoldHere), "holdHere")]
[JsonDerivedType(typeof(NameCard), "nameCard")]
[JsonDerivedType(typeof(SetBeyond), "setBeyond")]
[JsonDerivedType(typeof(ShapePath), "shapePath")]
[JsonDerivedType(typeof(ShapePiece), "shapePiece")]
[JsonDerivedType(typeof(MakePath), "makePath")]
[JsonDerivedType(typeof(SplitPlace), "splitPlace")]
[JsonDerivedType(typeof(KeyRepeats), "keyRepeats")]
[JsonDerivedType(typeof(KeepChart), "keepChart")]
[JsonDerivedType(typeof(RemoveChart), "removeChart")]
[JsonDerivedType(typeof(SetStep), "setStep")]
[JsonDerivedType(typeof(AddReference), "addReference")]
[JsonDerivedType(typeof(ChangeReference), "changeReference")]
[JsonDerivedType(typeof(RemoveReference), "removeReference")]
[JsonDerivedType(typeof(KeepAside), "keepAside")]
[JsonDerivedType(typeof(TakeAside), "takeAside")]
[JsonDerivedType(typeof(RemoveAside), "removeAside")]
[JsonDerivedType(typeof(Keep), "keep")]
[JsonDerivedType(typeof(RenameKept), "renameKept")]
[JsonDerivedType(typeof(RemoveKept), "removeKept")]
[JsonDerivedType(typeof(KnowControlAs), "knowControlAs")]
[JsonDerivedType(typeof(PutPose), "putPose")]
[JsonDerivedType(typeof(PlaceAction), "placeAction")]
[JsonDerivedType(typeof(ChangePlaced), "changePlaced")]
[JsonDerivedType(typeof(RemovePlaced), "removePlaced")]
[JsonDerivedType(typeof(TurnIntoKeys), "turnIntoKeys")]
public abstract record Edit
{
    /// <summary>What the undo button says, in the past: "Moved the pin". Written for readers; not read back.</summary>
    public abstract string Title { get; }

    /// <summary>The film after the edit, checked.</summary>
    /// <exception cref="FilmException">The edit names something that is not there, or breaks a rule. Nothing is half applied.</exception>
    public Film Apply(Film film)
    {
        var after = Change(film);
        FilmCheck.CheckChange(film, after);
        return after;
    }

    protected internal abstract Film Change(Film film);

    /// <summary>Several of these in a row are checked once: a take is hundreds.</summary>
    internal virtual bool IsOfKeysAlone => false;
}

/// <summary>Several edits as one undo step.</summary>
public sealed record Together(string Says, IReadOnlyList<Edit> Edits) : Edit
{
    public override string Title => Says;

    /// <summary>A step of steps is enough: what is deeper could be written but not read again.</summary>
    private const int Deepest = 3;

    protected internal override Film Change(Film film)
    {
        FilmException.ThrowIf(DepthOf(this) > Deepest, "edit", $"holds edits within edits more than {Deepest} deep", "send them one after the other");
        var (current, isChecked) = (film, film);
        for (var i = 0; i < Edits.Count; i++)
        {
            current = Edits[i].Change(current);
            if (i + 1 == Edits.Count || !Edits[i].IsOfKeysAlone || !Edits[i + 1].IsOfKeysAlone)
            {
                FilmCheck.CheckChange(isChecked, current);
                isChecked = current;
            }
        }

        return current;
    }

    private static int DepthOf(Edit edit) => edit is Together together ? 1 + together.Edits.Select(DepthOf).DefaultIfEmpty(0).Max() : 0;
}
