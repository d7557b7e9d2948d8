package check

// All lists every rule. A newcomer adds one in a file of its own and lists it
// here; its examples go to testdata.
var All = []*Analyzer{
	nameDuplicate,
	nameMissing,
	featureUnread,
	multiplicityMissing,
	multiplicityUndecided,
	multiplicityRange,
	unnamedAssociation,
	duplicateFeature,
	typeUnknown,
	inheritanceCycle,
	classGeneralKind, classFinalSpecialized, classRedundantGeneral, classLabelOnGeneralization, classBareSpecific, classAbstractChildless, classTypeCode,
	classWholeMultiplicity, classTwoWholes, classSelfMandatory, associationVagueName, classReadingDirection, classSelfRoles, classMerge, classDuplicateAssociation,
	classAggregationHeavy, enumerationAssociation, classRoleClash, classUnsatisfiable,
	classShadowing, classTypeMissing, classAttributeIsClass, classTextForClass, classForeignKeyAttribute, classRepeatedAttribute, classAccessorListed,
	classPublicAttribute, classDerivedRule, classTooLarge, classIdentifierMissing,
	interfaceAttributes, interfaceVisibility, interfaceUnrealized, interfaceIncomplete, interfaceSignature, realizationKind,
	signalUnreceived, classOverride, classRedefinesNothing, classSubsetLarger, classSetElsewhere, associationClass, operationParameters, defaultValue, relationTwice,
	classAbstractOperation, classAbstractMissing, enumerationDuplicate, enumerationEmpty, packageCycle,
	nameSynonym, nameShared, nameVariant, nameNumber, nameStyle, nameApart, nameNear, objectLink, objectValue, objectAbstract, objectTooMany,
	flowUnnamed, flowVerbName, flowAndName, flowVagueName, flowControl, flowGoods,
	flowUntouched, flowSelf, flowEntityEntity, flowStoreStore, flowEntityStore, flowDuplicate, flowUnchanged, flowRenamed,
	processNoInput, processNoOutput, processInsufficientInput,
	processName, processVagueName, processDecision, processUnspecified,
	storeWriteOnly, storeReadOnly, storeUnknownItem, itemNeverWritten, itemNeverUsed, storePrivate,
	entityName, contextOneProcess, contextStore, contextName,
	levelUnbalanced, levelWeakened, levelRegrouped, levelNewEntity, levelNumbering, levelTooMany, levelSingle,
	dictionaryUndefined, dictionaryUnused, dictionaryEndless, dictionarySyntax, dictionaryRepeated,
	activityUnmapped, activityCounterparty, activityInsider, activityOverride, activityViewMismatch,
	specificationIncomplete, specificationContradiction, specificationStructure, specificationOutput,
	briefUncovered,
	actorIdle, actorName, actorIsSubject, actorInside,
	usecaseUnreached, usecaseName, usecaseOutside, usecaseUndescribed, usecaseNoAlternative, usecaseAbstractIdle, usecaseUnstarted,
	usecaseIncludeCycle, usecaseExtendCycle, usecaseExtendReversed, usecaseExtensionPoint, usecaseIncludedOnce, usecaseFragmented,
	usecaseStepActor, usecaseStepPerformer, usecaseAlternativeStep, usecaseAlternativeOrder, usecaseIncludeUnstepped, usecaseExtendUnmatched,
	componentUnmet, componentUnused, componentSeemsReversed, assemblyMismatch, componentEmptyInterface, portBare, delegationInvalid, delegationIncomplete,
	componentCycle, componentBypass, componentHollow, componentUndeclaredInterface, componentRequiredUnused, componentUndeclaredUse, componentSharedClass, classUnallocated,
	crossActorUnknown, crossStoreClass, crossStoreData, crossEntityActor, crossProcessUseCase, crossUseCaseComponent, crossLifecycle, crossMissingConcept, crossUnmotivated,
	targetUnenforced, targetMandatoryCycle, targetUndecided, targetReserved, targetMultipleGeneral, targetOverload, targetName, targetType,
}

// ByName finds a rule.
func ByName(name string) *Analyzer {
	for _, a := range All {
		if a.Name == name {
			return a
		}
	}
	return nil
}
